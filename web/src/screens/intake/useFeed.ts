import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { useUnsaved } from '../../kit/unsaved'

/** What was scanned, typed or pasted, until the server has it. */
export type Fed = { id: number; text: string; cells: Record<string, string>; failed?: Error }

let last = 0

/** Sends what is fed, one after another as it came; what could not be sent stays, with why, until somebody says what becomes of it. */
export function useFeed(taken: () => void) {
  const [waiting, setWaiting] = useState<Fed[]>([])
  useUnsaved('what was fed to Intake', waiting.length > 0)
  const drop = (id: number) => setWaiting((all) => all.filter((f) => f.id !== id))
  const mark = (id: number, failed: Error | undefined) =>
    setWaiting((all) =>
      all.map((f) => (f.id === id ? { id, text: f.text, cells: f.cells, ...(failed ? { failed } : {}) } : f)),
    )
  const send = useChange(
    async (fed: Fed) => {
      try {
        return await unwrap(
          client.POST('/api/intake/sheet/rows', { body: { text: fed.text, cells: fed.cells } }),
        )
      } catch (e) {
        mark(fed.id, e as Error)
        throw e
      }
    },
    (_, fed) => {
      drop(fed.id)
      taken()
    },
    'sheet',
  )
  return {
    waiting,
    drop,
    feed: (text: string, cells: Record<string, string> = {}) => {
      const fed = { id: ++last, text, cells }
      setWaiting((all) => [...all, fed])
      send.mutate(fed)
    },
    again: (fed: Fed) => {
      mark(fed.id, undefined)
      send.mutate(fed)
    },
  }
}
