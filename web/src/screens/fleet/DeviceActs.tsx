import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { CasefileDialog } from '../casefile/CasefileDialog'
import { ASKED_AT, type Consents, ReleaseQuestion } from './ReleaseQuestion'

type Props = { device: Schemas['DeviceSheet']; onEdit: () => void; onCard: () => void }

/** What can be done to any device, whatever its condition. */
export function DeviceActs({ device, onEdit, onCard }: Props) {
  const path = { params: { path: { id: device.id } } }
  const [casefile, setCasefile] = useState(false)
  const testCall = useChange(() => unwrap(client.POST('/api/devices/{id}/test-call', path)))
  const release = useChange((consents: Consents) =>
    unwrap(client.POST('/api/devices/{id}/release', { ...path, body: consents })),
  )
  const restart = useChange(() => unwrap(client.POST('/api/devices/{id}/restart', path)))
  const offered = device.findings.some((f) => f.remedies.some((r) => r.action === 'RELEASE'))
  const registered = device.lines.some((l) => l.state === 'registered')
  return (
    <Box mt="12px">
      <Flex gap="8px" wrap="wrap">
        {device.pending && device.releasable && !offered && (
          <Act kind="main" disabled={release.isPending} onClick={() => release.mutate({})}>
            Release to this device
          </Act>
        )}
        {device.byHand && (
          <Act kind={registered ? 'plain' : 'main'} onClick={onCard}>
            Credentials card
          </Act>
        )}
        <Act
          disabled={!registered || testCall.isPending}
          title={
            registered
              ? 'The Lab’s phones call out and are called; another phone is only called'
              : 'No line is registered, so no call can be made'
          }
          onClick={() => testCall.mutate(undefined)}
        >
          Test call
        </Act>
        <Act
          disabled={!registered || restart.isPending}
          title={
            registered ? 'It is told to; a call goes on to its end' : 'Only a registered phone can be told to'
          }
          onClick={() => restart.mutate(undefined)}
        >
          Restart
        </Act>
        <Act asChild>
          <Link to={`/templates/${device.templateId ?? ''}?device=${device.id}`}>Its settings</Link>
        </Act>
        <Act onClick={onEdit}>Edit…</Act>
        <Act onClick={() => setCasefile(true)}>Casefile…</Act>
      </Flex>
      <ReleaseQuestion
        error={release.error}
        onAgree={(more) => release.mutate({ ...release.variables, ...more })}
      />
      {casefile && <CasefileDialog id={device.id} label={device.label} onClose={() => setCasefile(false)} />}
      <Trouble error={testCall.error ?? release.error ?? restart.error} shownAt={ASKED_AT} />
    </Box>
  )
}
