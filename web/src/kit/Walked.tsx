import { VisuallyHidden } from '@chakra-ui/react'
import { type RefObject, useEffect, useState } from 'react'

/** Says the row or entry that the keys walked to, cell by cell, to whoever hears the screen. */
export function Walked({ box, at }: { box: RefObject<HTMLElement | null>; at: number }) {
  const [words, setWords] = useState('')
  useEffect(() => {
    // Drawn after the list was scrolled to it.
    const soon = requestAnimationFrame(() => {
      const row = at >= 0 ? box.current?.querySelector('[data-walked=true]') : undefined
      const cells = Array.from(row?.querySelectorAll('td') ?? [], (td) => td.textContent.trim())
      if (row && cells.length === 0) cells.push(row.textContent.trim())
      setWords(cells.filter((cell) => cell !== '').join(', '))
    })
    return () => cancelAnimationFrame(soon)
  }, [box, at])
  return <VisuallyHidden role="status">{words}</VisuallyHidden>
}
