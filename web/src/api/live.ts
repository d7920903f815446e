import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { keys } from './queries'

type Change = { topic: 'DEVICE' | 'KNOCKS' | 'LAB' | 'ROSTER' | 'TEMPLATES' | 'RELEASES'; id: number }

/** Changes are gathered this long before screens ask again, in milliseconds. */
const BREATH = 250

/** Keeps what is shown up to date while the page is open. */
export function useLive(on: boolean) {
  const queries = useQueryClient()
  useEffect(() => {
    if (!on) return
    const stale = new Set<string>()
    let timer: number | undefined
    const mark = (...all: (readonly unknown[])[]) => {
      all.forEach((key) => stale.add(JSON.stringify(key)))
      timer ??= window.setTimeout(() => {
        timer = undefined
        stale.forEach((key) => void queries.invalidateQueries({ queryKey: JSON.parse(key) as unknown[] }))
        stale.clear()
      }, BREATH)
    }
    const take = ({ topic, id }: Change) => {
      switch (topic) {
        case 'DEVICE':
          return mark(
            keys.device(id),
            keys.file(id),
            keys.devices,
            keys.frame,
            keys.triage,
            keys.pending,
            keys.lab,
            keys.releases,
            ['readiness'],
            ['batches'],
          )
        case 'KNOCKS':
          return mark(keys.knocks, keys.frame, ['claims'])
        case 'LAB':
          return mark(keys.lab)
        case 'ROSTER':
          return mark(
            keys.extensions,
            keys.devices,
            keys.ground,
            ['people'],
            ['person'],
            ['extension'],
            ['outside'],
            ['number-map'],
            ['kits'],
            ['batches'],
            ['acts'],
            ['claims'],
          )
        case 'TEMPLATES':
          return mark(keys.ground, ['settings'], ['file'], ['keys'], ['word'], ['families'], ['impact'])
        case 'RELEASES':
          return mark(keys.releases, keys.pending, keys.frame)
      }
    }
    const stream = new EventSource('/api/events')
    let opened = false
    stream.addEventListener('change', (e) => take(JSON.parse((e as MessageEvent<string>).data) as Change))
    stream.onopen = () => {
      // What changed while the line was down was not told.
      if (opened) void queries.invalidateQueries()
      opened = true
    }
    return () => {
      stream.close()
      window.clearTimeout(timer)
    }
  }, [on, queries])
}
