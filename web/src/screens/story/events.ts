import type { StoryView } from './queries'

/** Something at a moment of the axis, in words. */
export type Moment = { at: string; words: string }

/** All that stands on the axis, oldest first: what the keyboard steps through. */
export function moments(story: StoryView): Moment[] {
  const all: Moment[] = [
    ...story.changes.map((c) => ({ at: c.at, words: c.who ? `${c.who}: ${c.words}` : c.words })),
    ...story.asks.map((a) => ({
      at: a.first,
      words: a.took
        ? `took over revision ${a.took}`
        : a.refused
          ? 'was refused its file'
          : 'asked for its file',
    })),
    ...story.lines.flatMap((l) => [
      ...l.registered.flatMap((s) => [
        { at: s.from, words: `${l.number} registered` },
        ...(s.to < story.to ? [{ at: s.to, words: `${l.number} registered no more` }] : []),
      ]),
      ...l.refused.map((r) => ({ at: r.first, words: `${l.number}: ${r.words}` })),
    ]),
    ...story.troubles.map((t) => ({ at: t.from, words: t.sentence })),
  ]
  return all
    .filter((m) => m.at >= story.from && m.at <= story.to)
    .toSorted((a, b) => a.at.localeCompare(b.at))
}

/** The one before or after a moment; the nearest end where there is none. */
export function step(all: Moment[], at: string, by: 1 | -1): Moment | undefined {
  return by > 0 ? (all.find((m) => m.at > at) ?? all.at(-1)) : (all.findLast((m) => m.at < at) ?? all[0])
}

/** Where a moment stands between two others, in per cent; what lies outside stands at the edge. */
export function place(at: string, from: string, to: string): number {
  const begin = Date.parse(from)
  const whole = Date.parse(to) - begin
  return whole <= 0 ? 0 : Math.min(100, Math.max(0, ((Date.parse(at) - begin) * 100) / whole))
}

const STEPS = [1, 5, 10, 15, 30, 60, 120, 180, 360, 720, 1_440, 2_880].map((m) => m * 60_000)

/** Round moments to write beneath an axis, about so many. */
export function ticks(from: string, to: string, about = 6): string[] {
  const begin = Date.parse(from)
  const end = Date.parse(to)
  const step = STEPS.find((s) => (end - begin) / s <= about) ?? STEPS.at(-1) ?? 1
  const found: string[] = []
  for (let at = Math.ceil(begin / step) * step; at <= end; at += step) found.push(new Date(at).toISOString())
  return found
}

/** Changes that stand too near to each other to be told apart, as one mark. */
export type Cluster = { at: string; changes: StoryView['changes']; hasRoom: boolean }

/** Nearer than this, in per cent of the axis, marks would cover each other; their words need more. */
const NEAR = 2
const WORDS = 24

export function clusters(story: StoryView): Cluster[] {
  const found: Cluster[] = []
  for (const change of story.changes) {
    const last = found.at(-1)
    if (last && place(change.at, story.from, story.to) - place(last.at, story.from, story.to) < NEAR)
      last.changes.push(change)
    else found.push({ at: change.at, changes: [change], hasRoom: true })
  }
  found.forEach((c, i) => {
    const next = found[i + 1]
    const here = place(c.at, story.from, story.to)
    c.hasRoom = !next || place(next.at, story.from, story.to) - here > WORDS
  })
  return found
}

/** The same with an axis that begins where the first thing happened: what is empty says nothing. */
export function fitted(story: StoryView): StoryView {
  const first = moments(story)[0]
  if (!first) return story
  const begin = Date.parse(first.at)
  const from = new Date(begin - (Date.parse(story.to) - begin) * 0.03).toISOString()
  return from > story.from ? { ...story, from } : story
}
