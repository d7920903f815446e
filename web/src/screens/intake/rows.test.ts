import { describe, expect, it } from 'vitest'
import { rowsOf } from './rows'

describe('rowsOf', () => {
  it.each([
    ['a scan', '024b7a00531c', ['024b7a00531c', '', '', '', '']],
    [
      'tabs',
      '02-4B-7A-00-53-1C\tWindow 4\tAnna\t2416\t2417',
      ['02-4B-7A-00-53-1C', 'Window 4', 'Anna', '2416', '2417'],
    ],
    ['semicolons', '02-4B-7A-00-53-1C;Window 4;;2416', ['02-4B-7A-00-53-1C', 'Window 4', '', '2416', '']],
    ['commas with blanks', '024b7a00531c, Window 4 , , 2416', ['024b7a00531c', 'Window 4', '', '2416', '']],
  ])('reads %s', (_, text, cells) => {
    const [row] = rowsOf(text, 'korrin-k24')
    expect([row?.mac, row?.label, row?.person, row?.extension, row?.secondExtension]).toEqual(cells)
    expect(row?.model).toBe('korrin-k24')
  })

  it('makes a row of each line and passes over empty ones', () => {
    expect(rowsOf('a\r\n\nb\n', 'm').map((r) => r.mac)).toEqual(['a', 'b'])
  })

  it('gives every row a key of its own', () => {
    const rows = [...rowsOf('a\nb', 'm'), ...rowsOf('c', 'm')]
    expect(new Set(rows.map((r) => r.key)).size).toBe(3)
  })
})
