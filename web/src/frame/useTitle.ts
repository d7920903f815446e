import { useEffect } from 'react'
import type { Subject } from './subject'

/** What stands in the browser's tab: the screen first, since tabs cut the end. */
export function titleOf(subjects: Subject[], path: string): string {
  const screen = subjects.find((s) => path === s.path || path.startsWith(`${s.path}/`))
  return screen ? `${screen.name} · Jordfell` : 'Jordfell'
}

/** Keeps the tab's title with the screen, so that many tabs can be told apart. */
export function useTitle(subjects: Subject[], path: string) {
  useEffect(() => {
    document.title = titleOf(subjects, path)
  }, [subjects, path])
}
