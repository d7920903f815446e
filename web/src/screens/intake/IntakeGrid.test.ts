import { expect, it } from 'vitest'
import { widths } from './IntakeGrid'

const USUAL = ['device', 'model', 'site', 'label', 'person', 'extension']
const ALL = [...USUAL, 'secondLine', 'serial', 'template', 'kit', 'note']
const sum = (w: Record<string, number>) => Object.values(w).reduce((a, b) => a + b, 50)

it.each([
  ['the usual columns at 1280', USUAL, 975],
  ['the usual columns at 1024', USUAL, 740],
  ['every column at 1280', ALL, 975],
])('%s fit without scrolling sideways', (_, fields, room) => {
  expect(sum(widths(fields, room))).toBeLessThanOrEqual(room)
})

it('an address is never cut, and nothing grows beyond what it wants', () => {
  expect(widths(ALL, 975)['device']).toBe(148)
  expect(widths(USUAL, 4_000)['label']).toBe(124)
})
