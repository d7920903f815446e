import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../../api/client'
import { unwrap } from '../../../api/problem'
import { useChange } from '../../../api/queries'
import { useUnsaved } from '../../../kit/unsaved'
import { type Wish, moved, pasted, replaced } from './layout'

/** A layer's keys as they are being laid out; nothing is kept before it is said. */
export function useKeyLayout(layer: 'TEMPLATE' | 'DEVICE', owner: number) {
  const path = { params: { path: { layer, owner: String(owner) } } }
  const kept = useQuery({
    queryKey: ['keys', layer, owner],
    queryFn: () => unwrap(client.GET('/api/keys/{layer}/{owner}', path)),
  })
  const [own, setOwn] = useState<{ wishes: Wish[]; seen: Schemas['LayoutView'] } | undefined>()
  const wishes = own?.wishes ?? kept.data?.wishes ?? []
  const change = (next: Wish[]) => {
    const seen = own?.seen ?? kept.data
    if (seen) setOwn({ wishes: next, seen })
  }
  const isKept = useUnsaved('the keys that are laid out', own !== undefined)
  const keep = useChange(
    () =>
      unwrap(
        client.PUT('/api/keys/{layer}/{owner}', {
          ...path,
          body: { wishes, version: own?.seen.version ?? 0 },
        }),
      ),
    () => {
      isKept()
      setOwn(undefined)
    },
  )
  return {
    wishes,
    changed: own !== undefined,
    keep,
    forget: () => setOwn(undefined),
    set: (position: number, wish: Wish | undefined) => change(replaced(wishes, position, wish)),
    move: (from: number, to: number) => change(moved(wishes, from, to)),
    paste: (from: number, text: string) => change(pasted(wishes, from, text)),
  }
}
