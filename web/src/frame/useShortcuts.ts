import { useRef } from 'react'
import { useNavigate } from 'react-router'
import { useKeys } from '../kit/keys'
import type { Subject } from './subject'

/** How long a g waits for its letter, in milliseconds. */
const PATIENCE = 1_500

/** Shortcuts that work everywhere: g and a letter, e, / and ?. */
export function useShortcuts(subjects: Subject[], onHelp: () => void) {
  const navigate = useNavigate()
  // Outlives renders: the screen behind may be drawn anew between the two keys.
  const going = useRef(0)
  useKeys((e) => {
    if (Date.now() - going.current < PATIENCE) {
      going.current = 0
      const screen = subjects.find((s) => s.letter === e.key)
      if (screen) void navigate(screen.path)
      return
    }
    if (e.key === 'g') going.current = Date.now()
    else if (e.key === '?') onHelp()
    else if (e.key === 'e') void navigate('/intake')
    else if (e.key === '/') {
      e.preventDefault()
      document.getElementById('find')?.focus()
    }
  })
}
