import { Box, chakra } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef, useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Grid } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { useWidth } from '../../kit/useWidth'
import { GridRow } from './GridRow'
import { RowDetail } from './RowDetail'
import { PAGE, type RowState, type Sheet, useRows } from './queries'

type Props = { sheet: Sheet; state: RowState | ''; ground: Schemas['Ground']; mayChange: boolean }

const ROW = 30
const PADDING = 18
/** Shown whether or not a row has something in them; the others only when one has. */
const ALWAYS = ['device', 'model', 'label', 'person', 'extension']
/** In pixels, where there is room. */
const WIDTHS: Record<string, number> = {
  model: 100,
  extension: 84,
  secondLine: 74,
  serial: 96,
  site: 90,
  template: 98,
  kit: 84,
  label: 124,
  needs: 184,
}
const MAC = 148
const MARKS = 24 + 26

/** Narrower than this share of their width cells can’t be read any more. */
const NARROWEST = 0.55

/** The columns’ widths in pixels: an address is never cut, the others share what is left, so that no row hides its end. */
export function widths(fields: string[], room: number): Record<string, number> {
  const others = [...fields.filter((f) => f !== 'device'), 'needs']
  const wanted = others.map((f) => WIDTHS[f] ?? 98)
  const share = (room - MAC - MARKS) / wanted.reduce((a, b) => a + b, 0)
  const factor = Math.max(NARROWEST, Math.min(1, share))
  return {
    device: MAC,
    ...Object.fromEntries(others.map((f, i) => [f, Math.floor((wanted[i] ?? 0) * factor)])),
  }
}

/** What was fed, row by row; only the rows in sight are asked for and drawn. Every cell is corrected in place. */
export function IntakeGrid({ sheet, state, ground, mayChange }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const room = useWidth(box)
  const [at, setAt] = useState(-1)
  const [range, setRange] = useState({ from: 0, to: PAGE })
  const first = Math.floor(range.from / PAGE)
  const last = Math.floor(range.to / PAGE)
  const pages = Array.from({ length: last - first + 1 }, (_, i) => first + i)
  const { rows, total } = useRows(state, pages)
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoized by the compiler
  const virtual = useVirtualizer({
    count: total,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
    onChange: (v) => {
      const items = v.getVirtualItems()
      const from = items[0]?.index ?? 0
      const to = items[items.length - 1]?.index ?? 0
      setRange((before) =>
        Math.floor(before.from / PAGE) === Math.floor(from / PAGE) &&
        Math.floor(before.to / PAGE) === Math.floor(to / PAGE)
          ? before
          : { from, to },
      )
    },
  })
  const set = useChange((wish: { positions: number[]; cells: Record<string, string> }) =>
    unwrap(client.PATCH('/api/intake/sheet/rows', { body: wish })),
  )
  const remove = useChange((positions: number[]) =>
    unwrap(client.POST('/api/intake/sheet/rows/remove', { body: { positions } })),
  )
  const columns = sheet.columns.filter(
    (c) => c.field !== 'decision' && (ALWAYS.includes(c.field) || sheet.used.includes(c.field)),
  )
  const wide = widths(
    columns.map((c) => c.field),
    room - 2 * PADDING,
  )
  const items = virtual.getVirtualItems()
  const above = items[0]?.start ?? 0
  const below = virtual.getTotalSize() - (items[items.length - 1]?.end ?? 0)
  const chosen = rows.get(at)
  return (
    <>
      <Box
        ref={box}
        flex="1"
        minH="0"
        overflow="auto"
        px={`${PADDING}px`}
        role="region"
        aria-label="Rows"
        tabIndex={0}
      >
        <Grid tableLayout="fixed" minW={`${Object.values(wide).reduce((a, b) => a + b, MARKS)}px`}>
          <chakra.thead position="sticky" top="0" bg="paper" zIndex="1">
            <tr>
              <th style={{ width: '24px' }} aria-label="State" />
              {columns.map((c) => (
                <th key={c.field} style={{ width: c.field === 'person' ? undefined : wide[c.field] }}>
                  {c.heading}
                </th>
              ))}
              <th style={{ width: wide['needs'] }}>What it needs</th>
              <th style={{ width: '26px' }} aria-label="Remove" />
            </tr>
          </chakra.thead>
          <tbody>
            {above > 0 && <tr style={{ height: above }} />}
            {items.map((item) => {
              const row = rows.get(item.index)
              return row ? (
                <GridRow
                  key={row.position}
                  row={row}
                  room={room}
                  columns={columns}
                  ground={ground}
                  mayChange={mayChange}
                  chosen={item.index === at}
                  onFocus={() => setAt(item.index)}
                  onChange={(field, text) =>
                    set.mutate({ positions: [row.position], cells: { [field]: text } })
                  }
                  onRemove={() => remove.mutate([row.position])}
                />
              ) : (
                <tr key={`wait-${item.index}`} style={{ height: ROW }}>
                  <td />
                </tr>
              )
            })}
            {below > 0 && <tr style={{ height: below }} />}
          </tbody>
        </Grid>
      </Box>
      <Trouble error={set.error ?? remove.error} />
      {chosen && (chosen.problems.length > 0 || chosen.notes.length > 0) && (
        <RowDetail
          row={chosen}
          sheet={sheet}
          mayChange={mayChange}
          onAnswer={(field, value) => set.mutate({ positions: [chosen.position], cells: { [field]: value } })}
        />
      )}
    </>
  )
}
