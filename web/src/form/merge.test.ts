import { describe, expect, it } from 'vitest'
import { differences, merged } from './merge'

const opened = { number: '2041', shown: 'Ida', limit: 1, blocks: [1, 2] }

describe('two changes of one thing', () => {
  it('are told field by field, with what was and what is', () => {
    expect(differences(opened, { ...opened, shown: 'Ida Berg', blocks: [1] })).toEqual([
      { at: 'shown', was: 'Ida', is: 'Ida Berg' },
      { at: 'blocks', was: [1, 2], is: [1] },
    ])
    expect(differences(opened, { ...opened, blocks: [1, 2] })).toEqual([])
  })

  it('both stand where they touch different fields, whoever is asked for', () => {
    const mine = { ...opened, limit: 3 }
    const theirs = { ...opened, shown: 'Ida Berg' }
    for (const both of ['mine', 'theirs'] as const)
      expect(merged(opened, mine, theirs, both)).toEqual({ ...opened, limit: 3, shown: 'Ida Berg' })
  })

  it('let the one who is asked for stand where they touch the same field', () => {
    const mine = { ...opened, shown: 'I. Berg', limit: 2 }
    const theirs = { ...opened, shown: 'Ida Berg' }
    expect(merged(opened, mine, theirs, 'mine').shown).toBe('I. Berg')
    expect(merged(opened, mine, theirs, 'theirs')).toEqual({ ...opened, shown: 'Ida Berg', limit: 2 })
  })
})
