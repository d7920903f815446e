import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { ASKED_AT, type Consents, ReleaseQuestion } from './ReleaseQuestion'

type Props = {
  device: Schemas['DeviceSheet']
  finding: Schemas['FindingView']
  mayAct: boolean
  onBind: () => void
  onCard: () => void
}

/** @param consents what was asked before the release and is agreed to; what comes before the release is done by then */
type Wish = { action: Schemas['RemedyView']['action']; consents?: Consents }

/** Why it is held, or what else is wrong with it, in one sentence, and the buttons that mend it. */
export function FindingBox({ device, finding, mayAct, onBind, onCard }: Props) {
  const path = { params: { path: { id: device.id } } }
  const release = (consents: Consents = {}) =>
    unwrap(client.POST('/api/devices/{id}/release', { ...path, body: consents }))
  const remedy = useChange(async ({ action, consents }: Wish) => {
    switch (action) {
      case 'RELEASE':
        return void (await release(consents))
      case 'RESEND':
        return void (await unwrap(client.POST('/api/devices/{id}/resend', path)))
      case 'SWAP_LINES':
        if (!consents) await unwrap(client.POST('/api/devices/{id}/lines/swap', path))
        return void (await release(consents))
      case 'BIND_LINE':
        return onBind()
      case 'CARD':
        return onCard()
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
      bg={finding.leavesDialTone ? 'amberBg' : 'rustBg'}
      borderLeft="3px solid"
      borderColor={finding.leavesDialTone ? 'amber' : 'rust'}
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
      {finding.settledBy && (
        <Box mt="6px">
          <b>What would settle it:</b> {finding.settledBy}
        </Box>
      )}
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
          {finding.tries > 0 && ` · ${finding.tries} ${finding.tries === 1 ? 'try' : 'tries'}`}
          {' · '}
          <Age at={finding.since} />
        </Faded>
      </Flex>
      {remedy.isSuccess && remedy.variables.action === 'RESEND' && (
        <Box mt="6px" color="ink" role="status">
          The phone is sent everything anew when it next asks; watch the path.
        </Box>
      )}
      <ReleaseQuestion
        error={remedy.error}
        onAgree={(more) =>
          remedy.variables &&
          remedy.mutate({ ...remedy.variables, consents: { ...remedy.variables.consents, ...more } })
        }
      />
      <Trouble error={remedy.error} shownAt={ASKED_AT} />
    </Box>
  )
}
