import { describe, expect, it } from 'vitest'
import { moved, pasted, replaced } from './layout'

const blf = (position: number, target: string) => ({ position, kind: 'BLF' as const, target, label: '' })

describe('keys', () => {
  it('are replaced and taken away at their position', () => {
    expect(replaced([blf(1, '11')], 1, blf(1, '12'))).toEqual([blf(1, '12')])
    expect(replaced([blf(1, '11'), blf(2, '12')], 1, undefined)).toEqual([blf(2, '12')])
  })

  it('move to a free place and change places with one that is taken', () => {
    expect(moved([blf(1, '11'), blf(2, '12')], 1, 5)).toEqual([blf(2, '12'), blf(5, '11')])
    expect(moved([blf(1, '11'), blf(2, '12')], 1, 2)).toEqual([blf(1, '12'), blf(2, '11')])
  })

  it('are pasted from a column of numbers and names', () => {
    expect(pasted([], 3, 'Ticket hall\n2416\tIda Sørvik\nBo; 2417')).toEqual([
      { position: 3, kind: 'BLF', target: '2416', label: 'Ida Sørvik' },
      { position: 4, kind: 'BLF', target: '2417', label: 'Bo' },
    ])
  })
})
