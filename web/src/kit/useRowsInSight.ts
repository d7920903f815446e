import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'

/** How many rows before the last the next ones are asked for. */
const AHEAD = 20

/** Which rows of a long table are drawn, how high the space above and below them is (px), and where it scrolls. */
export function useRowsInSight(count: number, rowHeight: number, walked: number, onEnd?: () => void) {
  const box = useRef<HTMLDivElement>(null)
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoized by the compiler
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  })
  const items = virtual.getVirtualItems()
  const last = items[items.length - 1]?.index ?? 0
  useEffect(() => {
    if (count > 0 && last >= count - AHEAD) onEnd?.()
  }, [last, count, onEnd])
  useEffect(() => {
    if (walked >= 0) virtual.scrollToIndex(walked)
  }, [walked, virtual])
  const above = items[0]?.start ?? 0
  const below = virtual.getTotalSize() - (items[items.length - 1]?.end ?? 0)
  return { box, items, above, below }
}
