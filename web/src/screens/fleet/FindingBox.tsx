import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useDone } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { ASKED_AT, type Consents, ReleaseQuestion } from './ReleaseQuestion'

type Remedy = Schemas['RemedyView']

type Props = {
  device: Schemas['DeviceSheet']
  finding: Schemas['FindingView']
  mayAct: boolean
  onBind: () => void
  onCard: () => void
}

/** @param consents what was asked before a release and is agreed to */
type Wish = { remedy: Remedy; consents?: Consents }

/** Why it is held, or what else is wrong with it, in one sentence, and the buttons that mend it. */
export function FindingBox({ device, finding, mayAct, onBind, onCard }: Props) {
  const remedy = useChange(async ({ remedy, consents }: Wish) => {
    if (remedy.action === 'BIND_LINE') return onBind()
    if (remedy.action === 'CARD') return onCard()
    await unwrap(
      client.POST('/api/devices/{id}/remedies', {
        params: { path: { id: device.id } },
        body: {
          cause: finding.cause,
          line: finding.line,
          action: remedy.action,
          target: remedy.target,
          ...consents,
        },
      }),
    )
  })
  const helped = useDone(device.id).data?.helped.filter((h) => h.cause === finding.cause) ?? []
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
      {mayAct &&
        acts.map((r, i) => (
          <Box key={r.label} mt="8px">
            {r.action === 'OPEN_SETTINGS' ? (
              <Act kind="main" asChild>
                <Link to={`/templates/${device.templateId ?? ''}?device=${device.id}`}>{r.label}</Link>
              </Act>
            ) : (
              <Act
                kind={i === 0 ? 'main' : 'plain'}
                whiteSpace="normal"
                textAlign="left"
                disabled={remedy.isPending}
                aria-describedby={r.will ? `${finding.cause}-${finding.line}-${i}` : undefined}
                onClick={() => remedy.mutate({ remedy: r })}
              >
                {r.label}
              </Act>
            )}
            {r.will && (
              <Faded
                id={`${finding.cause}-${finding.line}-${i}`}
                as="p"
                mt="3px"
                fontSize="12px"
                lineHeight="1.35"
              >
                {r.will}
              </Faded>
            )}
          </Box>
        ))}
      {helped.map((h) => (
        <Faded key={h.label} as="p" mt="6px" fontSize="12px">
          {`On a ${device.model} it passed after “${h.label}” ${h.passed} of ${h.times} ${h.times === 1 ? 'time' : 'times'}.`}
        </Faded>
      ))}
      <Faded mt="6px" fontSize="12px" display="block" textAlign="right">
        {finding.line > 0 && device.lines.length > 1 && `line ${finding.line} · `}
        {finding.certainty.toLowerCase()}
        {finding.tries > 0 && ` · ${finding.tries} ${finding.tries === 1 ? 'try' : 'tries'}`}
        {' · '}
        <Age at={finding.since} />
      </Faded>
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
