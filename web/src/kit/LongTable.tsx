import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Grid } from './basics'
import { Walked } from './Walked'
import { useRowsInSight } from './useRowsInSight'

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
  /** The columns keep their widths, whatever the rows in sight hold; what has no room is cut. */
  steady?: boolean
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
  const { label, columns, rows, keyOf, walked = -1, open, onOpen, onEnd, steady } = props
  const { box, items, above, below } = useRowsInSight(rows.length, ROW, walked, onEnd)
  return (
    <Box ref={box} flex="1" minH="0" overflow="auto" tabIndex={0} role="region" aria-label={label}>
      <Grid tableLayout={steady ? 'fixed' : 'auto'}>
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
                {columns.map((c, i) => (
                  <td key={c.heading}>
                    {onOpen && i === 0 ? (
                      <Opener
                        onClick={(e) => {
                          e.stopPropagation()
                          onOpen(row)
                        }}
                      >
                        {c.cell(row)}
                      </Opener>
                    ) : (
                      c.cell(row)
                    )}
                  </td>
                ))}
              </Row>
            )
          })}
          {below > 0 && <tr style={{ height: below }} />}
        </tbody>
      </Grid>
      <Walked box={box} at={walked} />
    </Box>
  )
}

/** What opens a row is reached with Tab too: its first cell is a button. */
const Opener = chakra('button', {
  base: {
    font: 'inherit',
    textAlign: 'left',
    cursor: 'pointer',
    maxWidth: '100%',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
  },
})
