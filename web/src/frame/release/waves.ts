import type { Schemas } from '../../api/client'

type Wave = Schemas['WaveForm']
export type Starts = NonNullable<Wave['starts']>

/** When a further wave begins; the time is a local one. */
export type Begin = { starts: Starts; at: string }

/** How a release is to go out. */
export type Plan = {
  inWaves: boolean
  /** The share of what the first wave left, for the second; 0 for no second. */
  percent: number
  share: Begin
  rest: Begin
  /** A wave stops when more than this share of its devices get worse. */
  stopPercent: number
}

const BY_HAND: Begin = { starts: 'BY_HAND', at: '' }

export const ONE_WAVE: Plan = {
  inWaves: false,
  percent: 30,
  share: BY_HAND,
  rest: BY_HAND,
  stopPercent: 10,
}

/** The waves of a plan: those chosen to go first, a share, the rest. Without chosen ones the first wave is one device. */
export function wavesOf(plan: Plan, ids: number[], first: Set<number>): Wave[] {
  const chosen = ids.filter((id) => first.has(id))
  const { percent, stopPercent } = plan
  const waves: Wave[] = [
    {
      name: 'First',
      deviceIds: chosen.length > 0 ? chosen : ids.slice(0, 1),
      starts: 'BY_HAND',
      stopPercent,
    },
  ]
  if (percent > 0) {
    waves.push({ name: `A share of ${percent} %`, percent, stopPercent, ...begun(plan.share) })
  }
  waves.push({ name: 'The rest', stopPercent, ...begun(plan.rest) })
  return waves
}

const begun = ({ starts, at }: Begin) => ({
  starts,
  ...(starts === 'AT' && at ? { startsAt: new Date(at).toISOString() } : {}),
})
