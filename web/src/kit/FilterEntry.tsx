import { useEffect, useRef, useState } from 'react'
import { Entry } from './basics'

type Props = {
  label: string
  placeholder: string
  width: string
  /** What the list is narrowed to now, by the address. */
  value: string
  onFilter: (text: string) => void
  ml?: string
}

/** So long nobody types, in milliseconds, before the list is asked for anew. */
const PAUSE = 180

/**
 * Narrows a list to what is typed. The field holds its own text: a scanner types faster than an address changes, and a
 * field that waited for the address would lose characters.
 */
export function FilterEntry({ label, placeholder, width, value, onFilter, ml }: Props) {
  const [text, setText] = useState(value)
  const [told, setTold] = useState(value)
  // The address was changed from elsewhere: by a link, or by going back.
  if (value !== told) {
    setTold(value)
    setText(value)
  }
  // By the time it is told, the address may be another: an earlier way to change it would undo that.
  const latest = useRef(onFilter)
  useEffect(() => {
    latest.current = onFilter
  })
  const tell = (wish: string) => {
    if (wish === told) return
    setTold(wish)
    latest.current(wish)
  }
  useEffect(() => {
    const timer = setTimeout(() => tell(text), PAUSE)
    return () => clearTimeout(timer)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only what is typed starts the wait
  }, [text])
  return (
    <Entry
      type="search"
      aria-label={label}
      placeholder={placeholder}
      width={width}
      ml={ml}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => e.key === 'Enter' && tell(text)}
    />
  )
}
