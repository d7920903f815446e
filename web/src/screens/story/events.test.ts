import { expect, it } from 'vitest'
import { clusters, fitted, moments, place, step, ticks } from './events'
import type { StoryView } from './queries'

const at = (minute: number) => new Date(Date.UTC(2026, 2, 2, 9, minute)).toISOString()

const story = (more: Partial<StoryView> = {}): StoryView => ({
  from: at(0),
  to: at(100),
  story: [],
  changes: [],
  asks: [],
  lines: [],
  troubles: [],
  ...more,
})

const change = (minute: number, words: string) => ({ at: at(minute), who: 'Lena', words })

it('all that happened stands in its order, and what is before the axis does not', () => {
  const all = moments(
    story({
      changes: [change(50, 'released'), change(-5, 'long ago')],
      asks: [{ first: at(20), last: at(30), times: 3, refused: false, took: 'aaaa' }],
      lines: [
        {
          line: 1,
          number: '2416',
          registered: [{ from: at(22), to: at(60) }],
          refused: [{ first: at(61), last: at(90), times: 9, words: '403 Forbidden' }],
        },
      ],
    }),
  )
  expect(all.map((m) => m.words)).toEqual([
    'took over revision aaaa',
    '2416 registered',
    'Lena: released',
    '2416 registered no more',
    '2416: 403 Forbidden',
  ])
})

it('the keyboard goes from one event to the next and stays at the ends', () => {
  const all = moments(story({ changes: [change(10, 'a'), change(20, 'b')] }))
  expect(step(all, at(10), 1)?.at).toBe(at(20))
  expect(step(all, at(20), 1)?.at).toBe(at(20))
  expect(step(all, at(20), -1)?.at).toBe(at(10))
  expect(step([], at(20), 1)).toBeUndefined()
})

it.each([
  [0, 0],
  [50, 50],
  [100, 100],
  [-10, 0],
  [200, 100],
])('minute %i stands at %i per cent', (minute, percent) => {
  expect(place(at(minute), at(0), at(100))).toBe(percent)
})

it('ticks are round and few', () => {
  const marks = ticks(at(0), at(100))
  expect(marks.length).toBeLessThanOrEqual(7)
  expect(marks.every((m) => new Date(m).getUTCMinutes() % 30 === 0)).toBe(true)
})

it('changes that stand too near are one mark, and words only where there is room', () => {
  const found = clusters(
    story({ changes: [change(10, 'a'), change(11, 'b'), change(30, 'c'), change(80, 'd')] }),
  )
  expect(found.map((c) => c.changes.length)).toEqual([2, 1, 1])
  expect(found.map((c) => c.hasRoom)).toEqual([false, true, true])
})

it('an axis begins where the first thing happened', () => {
  const fit = fitted(story({ changes: [change(80, 'a')] }))
  expect(fit.from > at(70) && fit.from < at(80)).toBe(true)
  expect(fitted(story())).toEqual(story())
})
