import { Box, chakra } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { type ReactNode, useEffect, useRef } from 'react'
import { Grid } from './basics'

export type Column<R> = { heading: string; width?: string; cell: (row: R) => ReactNode }

type Props<R> = {
  label: string
  columns: Column<R>[]
  rows: R[]
  keyOf: (row: R) => number
  /** The row that is walked to with j and k; -1 for none. */
  walked?: number
  open?: number
  onOpen?: (row: R) => void
  onEnd?: () => void
}

const ROW = 30

const Row = chakra('tr', {
  base: {
    height: `${ROW}px`,
    _hover: { bg: 'sheet' },
    '&[aria-selected=true]': { bg: 'fjordBg' },
    '&[data-walked=true] td:first-of-type': { boxShadow: 'inset 3px 0 var(--chakra-colors-fjord)' },
    '& td': {
      whiteSpace: 'nowrap',
      py: '0',
      overflow: 'hidden',
      textOverflow: 'ellipsis',
      maxWidth: '260px',
    },
  },
})

/** A table of any length: only the rows in sight are drawn, and more are asked for near the end. */
export function LongTable<R>(props: Props<R>) {
  const { label, columns, rows, keyOf, walked = -1, open, onOpen, onEnd } = props
  const box = useRef<HTMLDivElement>(null)
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoized by the compiler
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
  })
  const items = virtual.getVirtualItems()
  const last = items[items.length - 1]?.index ?? 0
  useEffect(() => {
    if (rows.length > 0 && last >= rows.length - 20) onEnd?.()
  }, [last, rows.length, onEnd])
  useEffect(() => {
    if (walked >= 0) virtual.scrollToIndex(walked)
  }, [walked, virtual])
  const above = items[0]?.start ?? 0
  const below = virtual.getTotalSize() - (items[items.length - 1]?.end ?? 0)
  return (
    <Box ref={box} flex="1" minH="0" overflow="auto" tabIndex={0} role="region" aria-label={label}>
      <Grid>
        <chakra.thead position="sticky" top="0" bg="paper" zIndex="1">
          <tr>
            {columns.map((c) => (
              <th key={c.heading} style={{ width: c.width }}>
                {c.heading}
              </th>
            ))}
          </tr>
        </chakra.thead>
        <tbody>
          {above > 0 && <tr style={{ height: above }} />}
          {items.map((item) => {
            const row = rows[item.index]
            if (!row) return null
            return (
              <Row
                key={keyOf(row)}
                cursor={onOpen ? 'pointer' : undefined}
                aria-selected={open === keyOf(row)}
                data-walked={item.index === walked}
                onClick={() => onOpen?.(row)}
              >
                {columns.map((c) => (
                  <td key={c.heading}>{c.cell(row)}</td>
                ))}
              </Row>
            )
          })}
          {below > 0 && <tr style={{ height: below }} />}
        </tbody>
      </Grid>
    </Box>
  )
}
