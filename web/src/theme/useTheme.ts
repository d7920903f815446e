import { useEffect, useState, useSyncExternalStore } from 'react'

export type Theme = 'light' | 'dark'

const KEY = 'jordfell-theme'
const SYSTEM = '(prefers-color-scheme: dark)'

function chosenBefore(): Theme | undefined {
  const kept = localStorage.getItem(KEY)
  return kept === 'light' || kept === 'dark' ? kept : undefined
}

function whenSystemChanges(tell: () => void): () => void {
  const system = window.matchMedia(SYSTEM)
  system.addEventListener('change', tell)
  return () => system.removeEventListener('change', tell)
}

/** The theme somebody chose here; while nobody has, the one the system prefers, also when that changes at dusk. */
export function useTheme(): [Theme, () => void] {
  const system = useSyncExternalStore(whenSystemChanges, (): Theme =>
    window.matchMedia(SYSTEM).matches ? 'dark' : 'light',
  )
  const [chosen, setChosen] = useState(chosenBefore)
  const theme = chosen ?? system
  useEffect(() => {
    document.documentElement.classList.toggle('dark', theme === 'dark')
    document.documentElement.style.colorScheme = theme
  }, [theme])
  function switchTheme() {
    const other = theme === 'dark' ? 'light' : 'dark'
    localStorage.setItem(KEY, other)
    setChosen(other)
  }
  return [theme, switchTheme]
}
