import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../api/client'
import { asProblem, unwrap } from '../api/problem'
import { useChange, usePending } from '../api/queries'
import { Act, Entry, Faded, Grid } from '../kit/basics'
import { Dialog } from '../kit/Dialog'
import { Field } from '../kit/Field'
import { Trouble } from '../kit/Trouble'

/** Says what a release will do before it is done. */
export function ReleaseDialog({ onClose }: { onClose: () => void }) {
  const pending = usePending()
  const [left, setLeft] = useState<Set<number>>(new Set())
  const [reason, setReason] = useState('')
  const devices = pending.data ?? []
  const chosen = devices.filter((d) => d.ready && !left.has(d.id))
  const release = useChange(
    () => unwrap(client.POST('/api/releases', { body: { deviceIds: chosen.map((d) => d.id), reason } })),
    onClose,
  )
  const toggle = (id: number) =>
    setLeft((before) => {
      const after = new Set(before)
      if (!after.delete(id)) after.add(id)
      return after
    })
  const now = chosen.filter((d) => d.registered).length
  return (
    <Dialog
      title="Release"
      width="780px"
      onClose={onClose}
      footer={
        <>
          <Act
            kind="main"
            disabled={chosen.length === 0 || release.isPending}
            onClick={() => release.mutate(undefined)}
          >
            Release to {chosen.length} {chosen.length === 1 ? 'device' : 'devices'}
          </Act>
          <Faded>
            {now} {now === 1 ? 'is' : 'are'} registered and told at once; {chosen.length - now} take it when
            they next ask.
          </Faded>
        </>
      }
    >
      <Trouble error={release.error} shownAt={['/reason']} />
      <Field label="Why (kept with the release)" problem={asProblem(release.error)?.at('/reason')}>
        <Entry width="100%" value={reason} maxLength={600} onChange={(e) => setReason(e.target.value)} />
      </Field>
      <Box mt="10px">
        <Grid>
          <thead>
            <tr>
              <th aria-label="Chosen" />
              <th>Device</th>
              <th>Site</th>
              <th>What changes</th>
            </tr>
          </thead>
          <tbody>
            {devices.map((d) => (
              <PendingRow
                key={d.id}
                device={d}
                on={!left.has(d.id)}
                onToggle={() => toggle(d.id)}
                onOpen={onClose}
              />
            ))}
          </tbody>
        </Grid>
        {devices.length === 0 && !pending.isPending && <Faded>Everything is on the phones.</Faded>}
      </Box>
    </Dialog>
  )
}

type RowProps = { device: Schemas['PendingDevice']; on: boolean; onToggle: () => void; onOpen: () => void }

function PendingRow({ device, on, onToggle, onOpen }: RowProps) {
  return (
    <tr>
      <td>
        <input
          type="checkbox"
          aria-label={`Release to ${device.label}`}
          checked={on && device.ready}
          disabled={!device.ready}
          onChange={onToggle}
        />
      </td>
      <td>
        <Link to={`/fleet/${device.id}`} onClick={onOpen}>
          <b>{device.label}</b>
        </Link>{' '}
        <Faded>{device.model}</Faded>
      </td>
      <td>{device.site}</td>
      <td>
        <Flex color={device.ready ? 'ink' : 'rust'}>
          {!device.ready
            ? device.obstacle
            : device.first
              ? 'its first configuration'
              : device.changes.join(', ') || 'a password'}
        </Flex>
      </td>
    </tr>
  )
}
