import { useEffect, useId } from 'react'

/** What is typed in open forms and not kept yet, by form; told as what the form is about. */
const open = new Map<string, string>()

/** What would be lost by leaving now; empty for nothing. */
export const unsaved = (): string[] => [...open.values()]

/** Whoever leaves has said so. */
export const forgetUnsaved = () => open.clear()

/** Says that a form holds something not kept, so that nobody leaves it unasked; gives the way to say that it is kept. */
export function useUnsaved(what: string, dirty: boolean): () => void {
  const id = useId()
  useEffect(() => {
    if (!dirty) return
    open.set(id, what)
    return () => void open.delete(id)
  }, [id, what, dirty])
  return () => void open.delete(id)
}
