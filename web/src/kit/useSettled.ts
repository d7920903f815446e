import { useEffect, useState } from 'react'

/** A value once it has stayed the same for so many milliseconds. */
export function useSettled<T>(value: T, pause: number): T {
  const [settled, setSettled] = useState(value)
  const text = JSON.stringify(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(JSON.parse(text) as T), pause)
    return () => clearTimeout(timer)
  }, [text, pause])
  return settled
}
