import { describe, expect, it } from 'vitest'
import { ONE_WAVE, wavesOf } from './waves'

describe('wavesOf', () => {
  const plan = { ...ONE_WAVE, inWaves: true }

  it('begins with those chosen to go first, then a share, then the rest', () => {
    const waves = wavesOf(plan, [1, 2, 3], new Set([2]))
    expect(waves.map((w) => [w.deviceIds, w.percent, w.starts])).toEqual([
      [[2], undefined, 'BY_HAND'],
      [undefined, 30, 'BY_HAND'],
      [undefined, undefined, 'BY_HAND'],
    ])
  })

  it('begins with one device when none is chosen', () => {
    expect(wavesOf(plan, [7, 8], new Set())[0]?.deviceIds).toEqual([7])
  })

  it('begins each further wave as it is said of that wave', () => {
    const waves = wavesOf(
      { ...plan, share: { starts: 'AT', at: '2026-06-01T02:00' }, rest: { starts: 'WHEN_CARRIED', at: '' } },
      [1, 2],
      new Set(),
    )
    expect(waves.map((w) => w.starts)).toEqual(['BY_HAND', 'AT', 'WHEN_CARRIED'])
    expect(waves.map((w) => !!w.startsAt)).toEqual([false, true, false])
  })

  it('leaves out a share of nothing', () => {
    expect(wavesOf({ ...plan, percent: 0 }, [1, 2], new Set())).toHaveLength(2)
  })
})
