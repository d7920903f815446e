import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { LetItLeave } from './LetItLeave'

type Props = {
  device: Schemas['DeviceSheet']
  finding: Schemas['FindingView']
  mayAct: boolean
  onBind: () => void
}

/** @param supersede whether the device may leave another release for this one */
type Wish = { action: Schemas['RemedyView']['action']; supersede?: boolean }

/** Why it is held, in one sentence, and the buttons that mend it. */
export function FindingBox({ device, finding, mayAct, onBind }: Props) {
  const path = { params: { path: { id: device.id } } }
  const release = (supersede: boolean) =>
    unwrap(client.POST('/api/devices/{id}/release', { ...path, body: { supersede } }))
  const remedy = useChange(async ({ action, supersede = false }: Wish) => {
    switch (action) {
      case 'RELEASE':
        return void (await release(supersede))
      case 'RESEND':
        return void (await unwrap(client.POST('/api/devices/{id}/resend', path)))
      case 'SWAP_LINES':
        if (!supersede) await unwrap(client.POST('/api/devices/{id}/lines/swap', path))
        return void (await release(supersede))
      case 'BIND_LINE':
        return onBind()
      case 'OPEN_SETTINGS':
      case 'ADVICE':
        return
    }
  })
  const acts = finding.remedies.filter((r) => r.action !== 'ADVICE')
  const advice = finding.remedies.filter((r) => r.action === 'ADVICE')
  return (
    <Box
      mt="12px"
      bg="rustBg"
      borderLeft="3px solid"
      borderColor="rust"
      p="10px 12px"
      role="region"
      aria-label="Cause"
    >
      <b>{finding.sentence}</b> {finding.detail}
      {advice.map((r) => (
        <Box key={r.label} mt="6px">
          <b>To do:</b> {r.label}
        </Box>
      ))}
      <Flex mt="8px" gap="8px" align="center" wrap="wrap">
        {mayAct &&
          acts.map((r, i) =>
            r.action === 'OPEN_SETTINGS' ? (
              <Act key={r.label} kind="main" asChild>
                <Link to={`/templates/${device.templateId ?? ''}?device=${device.id}`}>{r.label}</Link>
              </Act>
            ) : (
              <Act
                key={r.label}
                kind={i === 0 ? 'main' : 'plain'}
                disabled={remedy.isPending}
                onClick={() => remedy.mutate({ action: r.action })}
              >
                {r.label}
              </Act>
            ),
          )}
        <Faded ml="auto" fontSize="12px">
          {finding.line > 0 && device.lines.length > 1 && `line ${finding.line} · `}
          {finding.certainty.toLowerCase()}
          {finding.tries > 0 &&
            ` · ${finding.tries}${finding.moreTries ? ' and more' : ''} ${finding.tries === 1 ? 'try' : 'tries'}`}
          {' · '}
          <Age at={finding.since} />
        </Faded>
      </Flex>
      {remedy.isSuccess && remedy.variables.action === 'RESEND' && (
        <Box mt="6px" color="ink" role="status">
          The phone is sent everything anew when it next asks; watch the path.
        </Box>
      )}
      <LetItLeave
        error={remedy.error}
        onLeave={() => remedy.variables && remedy.mutate({ ...remedy.variables, supersede: true })}
      />
      <Trouble error={remedy.error} shownAt={['/supersede']} />
    </Box>
  )
}
