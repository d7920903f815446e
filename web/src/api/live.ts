import { type QueryClient, useQueryClient } from '@tanstack/react-query'
import { useEffect, useSyncExternalStore } from 'react'
import { type Change, openLine } from './line'
import { keys } from './queries'

type Key = readonly unknown[]

const EVERYTHING: Key = []

/** Changes are gathered this long before screens ask again, in milliseconds. */
const BREATH = 250

/** What a change makes stale. */
function staleBy({ topic, id }: Change): Key[] {
  switch (topic) {
    case 'DEVICE':
      return [
        keys.device(id),
        keys.file(id),
        keys.devices,
        keys.frame,
        keys.triage,
        keys.pending,
        keys.lab,
        ['phonebooks', 'takers'],
        keys.releases,
        keys.extensions,
        ['extension'],
        ['readiness'],
        ['batches'],
      ]
    case 'KNOCKS':
      return [keys.knocks, keys.frame, keys.extensions, ['extension'], ['claims']]
    case 'TRIAGE':
      return [keys.triage]
    case 'LAB':
      return [keys.lab]
    case 'ROSTER':
      return [
        keys.extensions,
        keys.devices,
        keys.ground,
        ['people'],
        ['person'],
        ['extension'],
        ['outside'],
        ['number-map'],
        ['phonebooks'],
        ['kits'],
        ['batches'],
        ['acts'],
        ['claims'],
      ]
    case 'TEMPLATES':
      return [keys.ground, ['settings'], ['file'], ['keys'], ['word'], ['families'], ['impact']]
    case 'RELEASES':
      return [keys.releases, keys.pending, keys.frame]
    case 'KEEPING':
      // Whatever could not be told meanwhile is asked for again.
      return [EVERYTHING]
  }
}

/**
 * Gathers what changed and has it asked for again, a moment later. What is being asked for just now is left to come to its
 * end and asked for once more afterwards: a storm of changes would else cancel every answer before it is there.
 */
export function gathering(queries: QueryClient) {
  const stale = new Map<string, Key>()
  let timer: ReturnType<typeof setTimeout> | undefined
  const flush = () => {
    timer = undefined
    for (const [text, key] of [...stale]) {
      if (queries.isFetching({ queryKey: key }) > 0) continue
      stale.delete(text)
      void queries.invalidateQueries({ queryKey: key })
    }
    if (stale.size > 0) arm()
  }
  const arm = () => {
    timer ??= setTimeout(flush, BREATH)
  }
  return {
    take(change: Change) {
      for (const key of staleBy(change)) stale.set(JSON.stringify(key), key)
      arm()
    },
    stop() {
      clearTimeout(timer)
    },
  }
}

let downSince: number | undefined
const listeners = new Set<() => void>()

function tell(since: number | undefined) {
  downSince = since
  listeners.forEach((listener) => listener())
}

/** Since when nothing was heard of changes; undefined while the line is up. */
export function useDownSince(): number | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => downSince,
  )
}

/** Keeps what is shown up to date while the page is open. */
export function useLive(on: boolean) {
  const queries = useQueryClient()
  useEffect(() => {
    if (!on) return
    const gathered = gathering(queries)
    let heard = false
    const end = openLine((said) => {
      if ('change' in said) gathered.take(said.change)
      else if ('up' in said) {
        tell(undefined)
        // What changed while the line was down, or passed from one tab to another, was not told.
        if (heard) void queries.invalidateQueries()
        heard = true
      } else {
        tell(said.downSince)
        heard = true
        void queries.invalidateQueries({ queryKey: keys.session })
      }
    })
    return () => {
      end()
      gathered.stop()
      tell(undefined)
    }
  }, [on, queries])
}
