import type { Schemas } from '../../api/client'

type Wave = Schemas['WaveForm']
export type Starts = NonNullable<Wave['starts']>

/** How a release is to go out. */
export type Plan = {
  inWaves: boolean
  /** The share of what the first wave left, for the second; 0 for no second. */
  percent: number
  /** When a further wave begins. */
  starts: Starts
  /** A local date and time, for waves that begin at a time. */
  at: string
  /** A wave stops when more than this share of its devices get worse. */
  stopPercent: number
}

export const ONE_WAVE: Plan = { inWaves: false, percent: 30, starts: 'BY_HAND', at: '', stopPercent: 10 }

/** The waves of a plan: those chosen to go first, a share, the rest. Without chosen ones the first wave is one device. */
export function wavesOf(plan: Plan, ids: number[], first: Set<number>): Wave[] {
  const chosen = ids.filter((id) => first.has(id))
  const later = {
    starts: plan.starts,
    stopPercent: plan.stopPercent,
    ...(plan.starts === 'AT' && plan.at ? { startsAt: new Date(plan.at).toISOString() } : {}),
  }
  const waves: Wave[] = [
    {
      name: 'First',
      deviceIds: chosen.length > 0 ? chosen : ids.slice(0, 1),
      starts: 'BY_HAND',
      stopPercent: plan.stopPercent,
    },
  ]
  if (plan.percent > 0) waves.push({ name: `A share of ${plan.percent} %`, percent: plan.percent, ...later })
  waves.push({ name: 'The rest', ...later })
  return waves
}
