import { useEffect } from 'react'
import { SCREENS } from './screens'

/** What stands in the browser's tab: the screen first, since tabs cut the end. */
export function titleOf(path: string): string {
  const screen = SCREENS.find((s) => path === s.path || path.startsWith(`${s.path}/`))
  return screen ? `${screen.name} · Jordfell` : 'Jordfell'
}

/** Keeps the tab's title with the screen, so that many tabs can be told apart. */
export function useTitle(path: string) {
  useEffect(() => {
    document.title = titleOf(path)
  }, [path])
}
