import { type RefObject, useLayoutEffect, useState } from 'react'

/** How wide an element is at present, in pixels. */
export function useWidth(box: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(1_000)
  useLayoutEffect(() => {
    const element = box.current
    if (!element) return
    const measure = () => setWidth(element.clientWidth || 1_000)
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [box])
  return width
}
