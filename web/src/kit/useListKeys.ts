import { useEffect, useRef, useState } from 'react'

type Props = { count: number; onOpen: (index: number) => void }

/** Inputs that take no letters: a ticked box leaves the keys of the list alone. */
const WITHOUT_LETTERS = /^(checkbox|radio|button|submit|reset|range|color|file|image)$/

/** True while somebody types, in a field or in an editor: then letters are letters. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false
  if (target instanceof HTMLInputElement) return !WITHOUT_LETTERS.test(target.type)
  return (
    /^(SELECT|TEXTAREA)$/.test(target.tagName) ||
    target.closest('[contenteditable=""], [contenteditable="true"], [contenteditable="plaintext-only"]') !==
      null
  )
}

/** j and k walk a list, Enter opens. Returns the row that is walked to, -1 for none. */
export function useListKeys({ count, onOpen }: Props): number {
  const [at, setAt] = useState(-1)
  // Keys may follow each other faster than the list is drawn: where they have walked to is kept beside it.
  const walked = useRef(-1)
  const latest = useRef({ count, onOpen })
  useEffect(() => {
    latest.current = { count, onOpen }
  })
  useEffect(() => {
    const walk = (to: number) => {
      walked.current = to
      setAt(to)
    }
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey || document.querySelector('dialog[open]'))
        return
      if (e.key === 'j') walk(Math.min(latest.current.count - 1, walked.current + 1))
      else if (e.key === 'k') walk(Math.max(0, walked.current - 1))
      else if (e.key === 'Enter' && walked.current >= 0 && e.target === document.body)
        latest.current.onOpen(Math.min(walked.current, latest.current.count - 1))
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return Math.min(at, count - 1)
}
