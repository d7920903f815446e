import type { Place, TrafficView } from './queries'

/** One slice of the axis; answers are in milliseconds, absent where none was timed. */
export type Slice = {
  at: number
  registered: number
  refused: number
  lapsed: number
  answer: number | undefined
}

/** A slice for each moment of the view, also for those in which nothing went on. */
export function slices(view: TrafficView, place: Place): Slice[] {
  const step = view.sliceSeconds * 1_000
  const by = new Map(place.points.map((p) => [Date.parse(p.from), p]))
  const all: Slice[] = []
  for (let at = Date.parse(view.from); at < Date.parse(view.until); at += step) {
    const p = by.get(at)
    all.push({
      at,
      registered: p?.registered ?? 0,
      refused: p?.refused ?? 0,
      lapsed: p?.lapsed ?? 0,
      answer: p?.answerMillis,
    })
  }
  return all
}

/** All places of a view together, slice by slice; those in which nothing went on are left out. */
export function total(view: TrafficView): Slice[] {
  const by = new Map<number, Slice>()
  for (const place of view.places)
    for (const s of slices(view, place)) {
      const before = by.get(s.at)
      by.set(s.at, {
        ...s,
        registered: s.registered + (before?.registered ?? 0),
        refused: s.refused + (before?.refused ?? 0),
        lapsed: s.lapsed + (before?.lapsed ?? 0),
      })
    }
  return [...by.values()].filter((s) => s.registered + s.refused + s.lapsed > 0)
}

export type Sums = { registered: number; refused: number; lapsed: number; slowest: number | undefined }

/** All of a place’s slices together. */
export function sums(place: Place): Sums {
  const slowest = place.points.flatMap((p) => (p.slowestMillis === undefined ? [] : [p.slowestMillis]))
  return {
    registered: place.points.reduce((sum, p) => sum + p.registered, 0),
    refused: place.points.reduce((sum, p) => sum + p.refused, 0),
    lapsed: place.points.reduce((sum, p) => sum + p.lapsed, 0),
    slowest: slowest.length === 0 ? undefined : Math.max(...slowest),
  }
}

/** What a place’s plot says, in words. */
export function words(s: Sums): string {
  return [
    `${s.registered} registered`,
    s.refused > 0 && `${s.refused} refused`,
    s.lapsed > 0 && `${s.lapsed} ran out`,
    s.slowest !== undefined && `slowest answer ${millis(s.slowest)}`,
  ]
    .filter(Boolean)
    .join(' · ')
}

export const millis = (ms: number) => (ms < 1_000 ? `${Math.round(ms)} ms` : `${(ms / 1_000).toFixed(1)} s`)
