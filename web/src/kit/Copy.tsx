import { useState } from 'react'
import { Act } from './basics'

/** Copies a text and says so. */
export function Copy({ text, label }: { text: string; label: string }) {
  const [done, setDone] = useState(false)
  return (
    <Act
      kind="quiet"
      aria-label={`Copy ${label}`}
      onClick={() => {
        void navigator.clipboard.writeText(text).then(() => setDone(true))
        window.setTimeout(() => setDone(false), 1_500)
      }}
    >
      {done ? 'Copied' : 'Copy'}
    </Act>
  )
}
