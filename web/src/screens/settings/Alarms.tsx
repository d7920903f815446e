import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys, useChange, useSession } from '../../api/queries'
import { Age, clock } from '../../kit/Age'
import { Act, Faded, Grid, Heading, Mono } from '../../kit/basics'
import { ConfirmAct } from '../../kit/ConfirmAct'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { AlarmForm } from './AlarmForm'

type Rule = Schemas['AlarmRuleView']
type Message = Schemas['AlarmMessageView']

/** When somebody outside is told, what was sent, and what came of it. */
export function Alarms() {
  const rules = useQuery({
    queryKey: [...keys.triage, 'alarm-rules'],
    queryFn: () => unwrap(client.GET('/api/alarms/rules')),
  })
  const alarms = useQuery({
    queryKey: [...keys.triage, 'alarms'],
    refetchInterval: 10_000,
    queryFn: () => unwrap(client.GET('/api/alarms')),
  })
  const session = useSession().data
  const mayChange = session != null && session.role !== 'VIEWER'
  const [open, setOpen] = useState<Rule | 'new'>()
  const [made, setMade] = useState('')
  return (
    <Box height="100%" overflow="auto" p="14px 18px 24px">
      <Shown query={rules} what="The alarms">
        {(all) => (
          <>
            <Flex justify="space-between" align="baseline">
              <Heading>Somebody is told when</Heading>
              {mayChange && (
                <Act kind="main" onClick={() => setOpen('new')}>
                  Add an alarm…
                </Act>
              )}
            </Flex>
            {all.length === 0 ? (
              <Faded>Nobody is told of anything yet.</Faded>
            ) : (
              <Rules rules={all} mayChange={mayChange} onOpen={setOpen} />
            )}
          </>
        )}
      </Shown>
      {made && (
        <Box mt="10px" p="10px" bg="amberBg" role="status">
          What is posted is signed with this key, which is shown only now: <Mono>{made}</Mono>
        </Box>
      )}
      <Shown query={alarms} what="What was sent">
        {(now) => (
          <>
            <Sent messages={now.messages} />
            {now.isStandIn && <Arrived mails={now.arrived} />}
          </>
        )}
      </Shown>
      {open && (
        <AlarmForm
          rule={open === 'new' ? undefined : open}
          onClose={() => setOpen(undefined)}
          onMade={(key) => setMade(key)}
        />
      )}
    </Box>
  )
}

type RulesProps = { rules: Rule[]; mayChange: boolean; onOpen: (rule: Rule) => void }

function Rules({ rules, mayChange, onOpen }: RulesProps) {
  const remove = useChange((id: number) =>
    unwrap(client.DELETE('/api/alarms/rules/{id}', { params: { path: { id } } })),
  )
  return (
    <>
      <Grid mt="6px">
        <thead>
          <tr>
            <th>Alarm</th>
            <th>When</th>
            <th>Told</th>
            <th>Quiet</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rules.map((r) => (
            <chakra.tr key={r.id} opacity={r.enabled ? 1 : 0.6}>
              <td>
                <b>{r.name}</b>
                {!r.enabled && <Faded> off</Faded>}
              </td>
              <td>{r.words}</td>
              <chakra.td overflowWrap="anywhere">
                {[r.mailTo, r.webhook].filter(Boolean).join(', ')}
              </chakra.td>
              <td>{r.quietFrom ? `${r.quietFrom} to ${r.quietTo}` : '—'}</td>
              <td>
                {mayChange && (
                  <Flex gap="8px" justify="flex-end">
                    <Act kind="quiet" onClick={() => onOpen(r)}>
                      Edit…
                    </Act>
                    <ConfirmAct
                      label="Remove"
                      question={`Remove “${r.name}”? Nobody is told of it any more.`}
                      onConfirm={() => remove.mutate(r.id)}
                    />
                  </Flex>
                )}
              </td>
            </chakra.tr>
          ))}
        </tbody>
      </Grid>
      <Trouble error={remove.error} />
    </>
  )
}

const STATES: Record<Message['state'], string> = {
  WAITING: 'is tried again',
  SENT: 'arrived',
  GIVEN_UP: 'given up',
}

function Sent({ messages }: { messages: Message[] }) {
  return (
    <Box mt="22px">
      <Heading>What was sent</Heading>
      {messages.length === 0 ? (
        <Faded>Nothing yet.</Faded>
      ) : (
        <Grid mt="4px">
          <tbody>
            {messages.slice(0, 20).map((m) => (
              <tr key={m.id}>
                <chakra.td whiteSpace="nowrap">
                  <Mono>{clock(m.made)}</Mono>
                </chakra.td>
                <chakra.td overflowWrap="anywhere">{m.subject}</chakra.td>
                <chakra.td overflowWrap="anywhere">{m.target}</chakra.td>
                <chakra.td
                  color={m.state === 'SENT' ? 'mossText' : m.state === 'WAITING' ? 'amberText' : 'rust'}
                >
                  {STATES[m.state]}
                  {m.tries > 1 && `, ${m.tries} tries`}
                  {m.trouble && <Box color="faded">{m.trouble}</Box>}
                </chakra.td>
              </tr>
            ))}
          </tbody>
        </Grid>
      )}
    </Box>
  )
}

/** What came to the stand-in for a mail server: mail as whoever is on duty reads it. */
function Arrived({ mails }: { mails: Schemas['MailView'][] }) {
  return (
    <Box mt="22px">
      <Heading>The stand-in’s letter box</Heading>
      {mails.length === 0 ? (
        <Faded>No mail came yet. Set jordfell.smtp-port to have a mail server of this machine take it.</Faded>
      ) : (
        mails.slice(0, 10).map((m, i) => (
          <Box key={m.at + i} mt="8px" p="8px 12px" bg="sheet" border="1px solid" borderColor="line">
            <Flex justify="space-between" gap="10px">
              <b>{m.subject}</b>
              <Faded flexShrink={0}>
                to {m.to}, <Age at={m.at} /> ago
              </Faded>
            </Flex>
            <chakra.div whiteSpace="pre-wrap" overflowWrap="anywhere">
              {m.text}
            </chakra.div>
          </Box>
        ))
      )}
    </Box>
  )
}
