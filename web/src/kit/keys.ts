import { useLayoutEffect, useRef } from 'react'

/** Inputs that take no letters: a ticked box leaves the keys of the screen alone. */
const WITHOUT_LETTERS = /^(checkbox|radio|button|submit|reset|range|color|file|image)$/

/** True while somebody types, in a field or in an editor: then letters are letters. */
function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false
  if (target instanceof HTMLInputElement) return !WITHOUT_LETTERS.test(target.type)
  return (
    /^(SELECT|TEXTAREA)$/.test(target.tagName) ||
    target.closest('[contenteditable=""], [contenteditable="true"], [contenteditable="plaintext-only"]') !==
      null
  )
}

/** Whether a key is meant for the screen: nobody types, no window is open, and it is pressed alone. */
const isForScreen = (e: KeyboardEvent) =>
  !isTyping(e.target) && !e.ctrlKey && !e.metaKey && !e.altKey && !document.querySelector('dialog[open]')

/** Hears the keys that are meant for the screen, from the moment at which it is seen. */
export function useKeys(onKey: (e: KeyboardEvent) => void) {
  const latest = useRef(onKey)
  useLayoutEffect(() => {
    latest.current = onKey
  })
  useLayoutEffect(() => {
    const hear = (e: KeyboardEvent) => {
      if (isForScreen(e)) latest.current(e)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
}

/** Does something at one key. */
export function useKey(key: string, act: () => void) {
  useKeys((e) => {
    if (e.key !== key) return
    if (key.length === 1) e.preventDefault() // the letter is not typed into what opens
    act()
  })
}
