import { Box, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Faded, Grid } from '../../kit/basics'

type Device = Schemas['PendingDevice']
type Props = {
  devices: Device[]
  left: Set<number>
  /** Those that go first; undefined when all go at once. */
  first: Set<number> | undefined
  onToggle: (id: number) => void
  onFirst: (id: number) => void
  onOpen: () => void
}

/** Every device with changes that are not on it, and what changes. */
export function PendingTable({ devices, left, first, onToggle, onFirst, onOpen }: Props) {
  return (
    <Grid>
      <thead>
        <tr>
          <th aria-label="Chosen" />
          {first && <th>First</th>}
          <th>Device</th>
          <th>What changes</th>
          <th>Since</th>
        </tr>
      </thead>
      <tbody>
        {devices.map((d) => (
          <tr key={d.id}>
            <td>
              <input
                type="checkbox"
                aria-label={`Release to ${d.label}`}
                checked={!left.has(d.id) && d.ready}
                disabled={!d.ready}
                onChange={() => onToggle(d.id)}
              />
            </td>
            {first && (
              <td>
                <input
                  type="checkbox"
                  aria-label={`${d.label} goes first`}
                  checked={first.has(d.id)}
                  disabled={!d.ready || left.has(d.id)}
                  onChange={() => onFirst(d.id)}
                />
              </td>
            )}
            <td>
              <Link to={`/fleet/${d.id}`} onClick={onOpen}>
                <b>{d.label}</b>
              </Link>{' '}
              <Faded fontSize="12px">
                {d.model}, {d.site}
              </Faded>
            </td>
            <chakra.td color={d.ready ? 'ink' : 'rust'} maxW="260px">
              <Changes device={d} />
            </chakra.td>
            <chakra.td color="faded" fontSize="12px" whiteSpace="nowrap">
              {d.since && <Age at={d.since} />}
            </chakra.td>
          </tr>
        ))}
      </tbody>
    </Grid>
  )
}

const SHOWN = 3

function Changes({ device }: { device: Device }) {
  if (!device.ready) return <>{device.obstacle}</>
  if (device.first) return <>its first configuration</>
  return (
    <>
      {device.changes.slice(0, SHOWN).map((c) => (
        <Box key={c} overflowWrap="anywhere">
          {c}
        </Box>
      ))}
      {device.changes.length > SHOWN && <Faded>and {device.changes.length - SHOWN} more</Faded>}
    </>
  )
}
