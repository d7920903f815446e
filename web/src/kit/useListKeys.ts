import { useEffect, useState } from 'react'

type Props = { count: number; onOpen: (index: number) => void }

/** True while somebody types: then letters are letters. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName)
}

/** j and k walk a list, Enter opens. Returns the row that is walked to, -1 for none. */
export function useListKeys({ count, onOpen }: Props): number {
  const [at, setAt] = useState(-1)
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey || document.querySelector('dialog[open]'))
        return
      if (e.key === 'j') setAt((i) => Math.min(count - 1, i + 1))
      else if (e.key === 'k') setAt((i) => Math.max(0, i - 1))
      else if (e.key === 'Enter' && at >= 0 && e.target === document.body) onOpen(at)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [count, at, onOpen])
  return Math.min(at, count - 1)
}
