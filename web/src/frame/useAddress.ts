import { useEffect, useRef } from 'react'
import { useSearchParams } from 'react-router'

/** What the address says after its “?”, and a way to have it say something else; empty says nothing. */
export function useAddress() {
  const [params, setParams] = useSearchParams()
  // Two changes may come before the address is read again: the second one builds on the first.
  const newest = useRef(params)
  useEffect(() => {
    newest.current = params
  }, [params])
  const set = (key: string, value: string) => {
    const next = new URLSearchParams(newest.current)
    if (value) next.set(key, value)
    else next.delete(key)
    newest.current = next
    setParams(next, { replace: true })
  }
  return { params, at: (key: string) => params.get(key) ?? '', set }
}
