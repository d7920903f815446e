import { describe, expect, it } from 'vitest'
import { completed, completing } from './formulaNames'

describe('completing', () => {
  it.each([
    ['plain text', undefined],
    ['= 20000 + int(ext', 'ext'],
    ['=', ''],
    ['= int(extension.number)', undefined],
    ['= 20000', undefined],
    ['= 20000 + ', ''],
    ['{{ person.', 'person.'],
    ['{{ person.name }} and', undefined],
    ['{{ person.name }} {{ ext', 'ext'],
  ])('%s', (value, typed) => {
    expect(completing(value)).toBe(typed)
  })
})

describe('completed', () => {
  it('closes a place in a text and leaves a formula open', () => {
    expect(completed('Desk {{ ext', 'ext', 'extension.number')).toBe('Desk {{ extension.number }}')
    expect(completed('= int(ext', 'ext', 'extension.number')).toBe('= int(extension.number')
  })
})
