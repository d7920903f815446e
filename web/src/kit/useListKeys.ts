import { useRef, useState } from 'react'
import { useKeys } from './keys'

type Props = { count: number; onOpen: (index: number) => void }

/** j and k walk a list, Enter opens. Returns the row that is walked to, -1 for none. */
export function useListKeys({ count, onOpen }: Props): number {
  const [at, setAt] = useState(-1)
  // Keys may follow each other faster than the list is drawn: where they have walked to is kept beside it.
  const walked = useRef(-1)
  const walk = (to: number) => {
    walked.current = to
    setAt(to)
  }
  useKeys((e) => {
    if (e.key === 'j') walk(Math.min(count - 1, walked.current + 1))
    else if (e.key === 'k') walk(Math.max(0, walked.current - 1))
    else if (e.key === 'Enter' && walked.current >= 0 && e.target === document.body)
      onOpen(Math.min(walked.current, count - 1))
  })
  return Math.min(at, count - 1)
}
