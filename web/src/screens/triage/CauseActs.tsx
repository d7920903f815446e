import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useDevice, useGroupDone, useSession } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Choice, Entry, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { useKey } from '../../kit/keys'
import { serverNow } from '../../kit/serverClock'
import { ASKED_AT, type Consents, ReleaseQuestion } from '../fleet/ReleaseQuestion'

type Cause = Schemas['CauseView']

/** Until when something waits, in hours. */
const WAITS = [
  ['1', 'one hour'],
  ['4', 'four hours'],
  ['24', 'a day'],
  ['168', 'a week'],
] as const

const inHours = (hours: number) => new Date(serverNow() + hours * 3_600_000).toISOString()

/** Who works on a cause, until when it waits, and why it was closed; and the ways to say so. */
export function CauseActs({ cause: c }: { cause: Cause }) {
  const session = useSession().data
  const [closing, setClosing] = useState<string>()
  const key = { cause: c.cause, variant: c.variant }
  const take = useChange(() => unwrap(client.POST('/api/triage/take', { body: key })))
  const leave = useChange(() => unwrap(client.POST('/api/triage/leave', { body: key })))
  const aside = useChange((hours: number) =>
    unwrap(client.POST('/api/triage/aside', { body: { ...key, until: inHours(hours) } })),
  )
  const close = useChange(
    (why: string) => unwrap(client.POST('/api/triage/close', { body: { ...key, why } })),
    () => setClosing(undefined),
  )
  const reopen = useChange(() => unwrap(client.POST('/api/triage/reopen', { body: key })))
  const mayAct = session != null && session.role !== 'VIEWER'
  const mine = c.mark.takenBy !== '' && c.mark.takenBy === session?.name
  useKey('t', () => mayAct && (mine ? leave.mutate(undefined) : take.mutate(undefined)))
  return (
    <Box mt="10px" py="8px" borderY="1px solid" borderColor="line">
      <Flex gap="10px" align="center" wrap="wrap">
        <Standing cause={c} mine={mine} />
        {mayAct && (
          <Flex gap="8px" ml="auto" align="center">
            {c.aside ? (
              <Act onClick={() => reopen.mutate(undefined)}>Open it again</Act>
            ) : (
              <>
                <Act
                  kind={c.mark.takenBy ? 'plain' : 'main'}
                  title="t"
                  onClick={() => (mine ? leave.mutate(undefined) : take.mutate(undefined))}
                >
                  {mine ? 'Leave it' : c.mark.takenBy ? 'Take it over' : 'Take it'}
                </Act>
                <Choice
                  aria-label="Set aside for"
                  value=""
                  onChange={(e) => e.target.value && aside.mutate(Number(e.target.value))}
                >
                  <option value="">Set aside…</option>
                  {WAITS.map(([hours, words]) => (
                    <option key={hours} value={hours}>
                      for {words}
                    </option>
                  ))}
                </Choice>
                {closing === undefined && <Act onClick={() => setClosing('')}>Close…</Act>}
              </>
            )}
          </Flex>
        )}
      </Flex>
      {closing !== undefined && (
        <Flex
          as="form"
          mt="8px"
          gap="8px"
          onSubmit={(e) => {
            e.preventDefault()
            close.mutate(closing)
          }}
        >
          <Entry
            flex="1"
            autoFocus
            aria-label="Why it is closed"
            placeholder="Why, in a line: their cable is ordered"
            value={closing}
            maxLength={300}
            onChange={(e) => setClosing(e.target.value)}
            onKeyDown={(e) => e.key === 'Escape' && setClosing(undefined)}
          />
          <Act kind="main" type="submit" disabled={close.isPending}>
            Close it
          </Act>
          <Act kind="quiet" onClick={() => setClosing(undefined)}>
            Cancel
          </Act>
        </Flex>
      )}
      {[take, leave, aside, close, reopen].map((act, i) => (
        <Trouble key={i} error={act.error} />
      ))}
    </Box>
  )
}

function Standing({ cause: c, mine }: { cause: Cause; mine: boolean }) {
  const { mark } = c
  if (c.aside && mark.closedAt)
    return (
      <Box>
        <b>Closed</b> by {mark.closedBy}, <Age at={mark.closedAt} />: “{mark.closedWhy}”{' '}
        <Faded>It opens again by itself when another device comes to it.</Faded>
      </Box>
    )
  if (c.aside && mark.asideUntil)
    return (
      <Box>
        <b>Set aside</b> until {new Date(mark.asideUntil).toLocaleString('en-GB')}
        {mark.takenBy && `, with ${mark.takenBy}`}
      </Box>
    )
  if (mark.closedAt)
    return (
      <Box>
        <b>Open again</b>: another device came to it after {mark.closedBy} closed it (“{mark.closedWhy}”).
      </Box>
    )
  return mark.takenBy && mark.takenAt ? (
    <Box>
      <b>{mine ? 'You work on it' : `${mark.takenBy} works on it`}</b>, since <Age at={mark.takenAt} />
    </Box>
  ) : (
    <Faded>Nobody works on it.</Faded>
  )
}

/** What the first of its devices is offered, for all of them; and how many it passed for. */
export function GroupRemedy({ cause: c }: { cause: Cause }) {
  const first = useDevice(c.devices[0]?.id ?? 0).data
  const mayAct = useSession().data?.role !== 'VIEWER'
  const done = useGroupDone(c.cause, c.variant).data
  const [consents, setConsents] = useState<Consents>({})
  const act = useChange((more: Consents & { action: Schemas['RemedyView']['action'] }) =>
    unwrap(client.POST('/api/triage/remedies', { body: { cause: c.cause, variant: c.variant, ...more } })),
  )
  const remedy = first?.findings.find((f) => f.cause === c.cause)?.remedies.find((r) => r.isDoneHere)
  return (
    <>
      {done !== undefined && done.all > 0 && (
        <Box role="status" mt="10px">
          <b>
            {done.passed} of {done.all} passed
          </b>
          {done.waiting > 0 && <Faded> · {done.waiting} on their way</Faded>}
          {done.others > 0 && (
            <Box as="span" color="rust">
              {' '}
              · {done.others} not yet
            </Box>
          )}
        </Box>
      )}
      {mayAct && remedy && c.count > 1 && (
        <Flex mt="10px" gap="10px" align="center">
          <Act
            kind="main"
            flexShrink={0}
            disabled={act.isPending}
            onClick={() => act.mutate({ action: remedy.action, ...consents })}
          >
            {remedy.label.replace(' to this device', '')} · all {c.count}
          </Act>
          <Faded fontSize="12px" lineHeight="1.35">
            For {first?.label}: {remedy.will} For the others the same, with what is theirs.
          </Faded>
        </Flex>
      )}
      <ReleaseQuestion
        error={act.error}
        onAgree={(more) => {
          setConsents({ ...consents, ...more })
          if (remedy) act.mutate({ action: remedy.action, ...consents, ...more })
        }}
      />
      {act.data && act.data.devices < c.count && (
        <Box mt="6px" role="status">
          Done for {act.data.devices} of {c.count}; the others do not offer it.
        </Box>
      )}
      <Trouble error={act.error} shownAt={ASKED_AT} />
    </>
  )
}
