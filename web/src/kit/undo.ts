import { useSyncExternalStore } from 'react'

/** Something that was done and can be taken back. */
export type DoneAct = { actId: number; text: string }

let last: DoneAct | undefined
const listeners = new Set<() => void>()

/** Tells what was done; the frame offers to take it back. */
export function tellDone(done: DoneAct | undefined) {
  last = done
  listeners.forEach((l) => l())
}

export function useLastDone(): DoneAct | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => last,
  )
}
