import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Grid, Mono } from '../../kit/basics'
import { CutMiddle } from '../../kit/CutMiddle'
import { Rail } from '../../kit/Rail'
import { useRowsInSight } from '../../kit/useRowsInSight'
import { Walked } from '../../kit/Walked'

type Device = Schemas['DeviceRow']
type Props = {
  rows: Device[]
  open: number
  walked: number
  /** The sheet is open beside it: the list folds to path, label and last word. */
  narrow: boolean
  chosen: ReadonlySet<number>
  onChoose: ((id: number) => void) | undefined
  onOpen: (id: number) => void
  onEnd: () => void
}

const ROW = 30

const Row = chakra('tr', {
  base: {
    cursor: 'pointer',
    height: `${ROW}px`,
    _hover: { bg: 'sheet' },
    '&[aria-selected=true]': { bg: 'fjordBg' },
    '&[data-walked=true] td:first-of-type': { boxShadow: 'inset 3px 0 var(--chakra-colors-fjord)' },
    '& td': {
      whiteSpace: 'nowrap',
      py: '0',
      overflow: 'hidden',
      textOverflow: 'ellipsis',
      maxWidth: '230px',
    },
  },
})

/** Only the rows in sight are drawn, so that ten thousand scroll like ten. */
export function FleetTable({ rows, open, walked, narrow, chosen, onChoose, onOpen, onEnd }: Props) {
  const { box, items, above, below } = useRowsInSight(rows.length, ROW, walked, onEnd)
  return (
    <Box ref={box} flex="1" minH="0" overflow="auto" tabIndex={0} role="region" aria-label="Devices">
      <Grid>
        <chakra.thead position="sticky" top="0" bg="paper" zIndex="1">
          <tr>
            {onChoose && !narrow && <th aria-label="Chosen" style={{ width: '26px' }} />}
            <th>Path to dial tone</th>
            {!narrow && <th>MAC</th>}
            <th>Label</th>
            {!narrow && <chakra.th hideBelow="xl">Model</chakra.th>}
            {!narrow && <chakra.th hideBelow="xl">Site</chakra.th>}
            {!narrow && <th>Lines</th>}
            {!narrow && <chakra.th hideBelow="xl">Firmware</chakra.th>}
            <th>Last word</th>
          </tr>
        </chakra.thead>
        <tbody>
          {above > 0 && <tr style={{ height: above }} />}
          {items.map((item) => {
            const d = rows[item.index]
            if (!d) return null
            return (
              <Row
                key={d.id}
                aria-selected={d.id === open}
                data-walked={item.index === walked || d.id === open}
                onClick={() => onOpen(d.id)}
              >
                {onChoose && !narrow && (
                  <chakra.td pr="0!">
                    <input
                      type="checkbox"
                      aria-label={`Choose ${d.label}`}
                      checked={chosen.has(d.id)}
                      onClick={(e) => e.stopPropagation()}
                      onChange={() => onChoose(d.id)}
                    />
                  </chakra.td>
                )}
                <td>
                  <Rail rail={d.rail} />
                </td>
                {!narrow && (
                  <td>
                    <Mono>{d.mac}</Mono>
                  </td>
                )}
                <chakra.td title={d.label} maxW={narrow ? '170px!' : '190px!'}>
                  <Flex gap="6px">
                    <Box minW="0">
                      <Link
                        to={{ pathname: `/fleet/${d.id}`, search: window.location.search }}
                        onClick={(e) => e.stopPropagation()}
                      >
                        <CutMiddle text={d.label} />
                      </Link>
                    </Box>
                    {d.pending && (
                      <chakra.span color="fjord" title="has changes that are not on the phone">
                        ◇
                      </chakra.span>
                    )}
                  </Flex>
                </chakra.td>
                {!narrow && (
                  <chakra.td color="faded" hideBelow="xl" maxW="110px!" title={d.model}>
                    {d.model}
                  </chakra.td>
                )}
                {!narrow && (
                  <chakra.td color="faded" hideBelow="xl" maxW="130px!" title={d.site}>
                    {d.site}
                  </chakra.td>
                )}
                {!narrow && (
                  <chakra.td maxW="150px!" title={d.lines}>
                    <Mono>{d.lines}</Mono>
                  </chakra.td>
                )}
                {!narrow && (
                  <chakra.td color="faded" hideBelow="xl">
                    <Mono>{d.firmware}</Mono>
                  </chakra.td>
                )}
                <LastWord device={d} />
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

/** It has dial tone, and something else is wrong. */
const hasMore = (d: Schemas['DeviceRow']) =>
  d.cause !== '' && (d.condition === 'CARRYING' || d.condition === 'PROVEN')

const TONES: Record<string, string> = {
  HELD: 'rust',
  SILENT: 'slateText',
  UNDER_WAY: 'amberText',
  PARKED: 'amberText',
  CARRYING: 'ink',
  PROVEN: 'ink',
}

function LastWord({ device }: { device: Device }) {
  return (
    <chakra.td
      color={hasMore(device) ? 'amberText' : TONES[device.condition]}
      title={device.word}
      maxW="none!"
      width="99%"
    >
      {device.word}
      {device.since && (
        <>
          {' · '}
          <Age at={device.since} />
        </>
      )}
    </chakra.td>
  )
}
