import { expect, it } from 'vitest'
import { colours } from './system'

type Name = keyof typeof colours

const TEXTS: Name[] = ['ink', 'faded', 'fjord', 'mossText', 'amberText', 'rust', 'slateText']
const GROUNDS: Name[] = ['paper', 'sheet', 'field', 'fjordBg', 'mossBg', 'amberBg', 'rustBg']
const THEMES = [
  ['light', 0],
  ['dark', 1],
] as const

/** Relative luminance of a colour (WCAG 2.2, definition “relative luminance”). */
function luminance(colour: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/** Contrast ratio of two colours (WCAG 2.2, definition “contrast ratio”). */
function contrast(one: string, other: string): number {
  const [low = 0, high = 0] = [luminance(one), luminance(other)].sort((a, b) => a - b)
  return (high + 0.05) / (low + 0.05)
}

it('is measured as the standard measures it', () => {
  expect(contrast('#FFFFFF', '#000000')).toBeCloseTo(21, 5)
  expect(contrast('#777777', '#FFFFFF')).toBeCloseTo(4.48, 2)
})

it.each(THEMES)('every text can be read on every ground in the %s theme', (_, theme) => {
  for (const text of TEXTS)
    for (const ground of GROUNDS)
      expect(
        contrast(colours[text][theme], colours[ground][theme]),
        `${text} on ${ground}`,
      ).toBeGreaterThanOrEqual(4.5)
  expect(contrast(colours.onFjord[theme], colours.fjord[theme])).toBeGreaterThanOrEqual(4.5)
  expect(contrast(colours.trayInk[theme], colours.trayBg[theme])).toBeGreaterThanOrEqual(4.5)
})

it.each(THEMES)('the edge of a field can be seen in the %s theme', (_, theme) => {
  for (const ground of ['paper', 'sheet', 'field'] as const)
    expect(contrast(colours.edge[theme], colours[ground][theme]), `edge on ${ground}`).toBeGreaterThanOrEqual(
      3,
    )
})
