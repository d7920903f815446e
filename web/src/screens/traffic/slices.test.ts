import { expect, it } from 'vitest'
import type { Place, TrafficView } from './queries'
import { millis, slices, sums, total, words } from './slices'

const place: Place = {
  domain: 'v.example',
  name: 'north',
  points: [
    {
      from: '2026-03-02T08:05:00Z',
      registered: 4,
      refused: 1,
      lapsed: 0,
      answerMillis: 20,
      slowestMillis: 900,
    },
    { from: '2026-03-02T08:15:00Z', registered: 2, refused: 0, lapsed: 1 },
  ],
}
const view: TrafficView = {
  from: '2026-03-02T08:00:00Z',
  until: '2026-03-02T08:17:00Z',
  sliceSeconds: 300,
  places: [place],
}

it('has a slice for each moment, also where nothing went on', () => {
  expect(slices(view, place).map((s) => [s.registered, s.refused, s.lapsed, s.answer])).toEqual([
    [0, 0, 0, undefined],
    [4, 1, 0, 20],
    [0, 0, 0, undefined],
    [2, 0, 1, undefined],
  ])
})

it('adds the nodes of a site up, and leaves out what was quiet', () => {
  const both = total({ ...view, places: [place, { ...place, name: 'south' }] })
  expect(both.map((s) => [s.registered, s.refused, s.lapsed])).toEqual([
    [8, 2, 0],
    [4, 0, 2],
  ])
})

it('says what went on and nothing of what did not', () => {
  expect(words(sums(place))).toBe('6 registered · 1 refused · 1 ran out · slowest answer 900 ms')
  expect(words(sums({ ...place, points: [] }))).toBe('0 registered')
})

it.each([
  [0, '0 ms'],
  [999, '999 ms'],
  [1_000, '1.0 s'],
  [12_345, '12.3 s'],
])('tells %d ms as %s', (ms, told) => expect(millis(ms)).toBe(told))
