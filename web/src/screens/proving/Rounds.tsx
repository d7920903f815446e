import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys, useChange, useGround, useSession } from '../../api/queries'
import { ListBeside } from '../../frame/ListBeside'
import { Age, clock } from '../../kit/Age'
import { Act, Choice, Faded, Grid, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { BeginRound } from './BeginRound'

type Round = Schemas['RoundView']

const AGAIN = 1_500

/** Rounds of test calls, each with what came of it and its protocol. */
export function Rounds() {
  const chosen = Number(useParams().round ?? 0)
  const session = useSession().data
  const mayBegin = !!session && session.role !== 'VIEWER'
  const all = useQuery({
    queryKey: [...keys.devices, 'rounds'],
    queryFn: () => unwrap(client.GET('/api/rounds')),
    refetchInterval: ({ state }) => (state.data?.some((r) => !r.ended) ? AGAIN : false),
  })
  return (
    <Shown query={all} what="Test calls">
      {(rounds) => {
        const open = rounds.find((r) => r.id === chosen) ?? rounds[0]
        return (
          <ListBeside
            label="Test calls"
            width={{ base: '280px', xl: '320px' }}
            head={
              <Box p="14px 18px 10px">
                <Title>Test calls</Title>
                <chakra.span color="fjord">
                  <Link to="/fleet">Back to the fleet</Link>
                </chakra.span>
                {mayBegin && <SiteToCall />}
              </Box>
            }
            entries={rounds.map((r) => ({
              to: `/fleet/rounds/${r.id}`,
              chosen: r === open,
              shown: (
                <>
                  <Flex justify="space-between" gap="8px">
                    <chakra.b truncate>{r.name}</chakra.b>
                    <Faded flexShrink={0}>
                      <Age at={r.begun} />
                    </Faded>
                  </Flex>
                  <Faded fontSize="12.5px">{standing(r)}</Faded>
                </>
              ),
            }))}
          >
            {open ? (
              <OneRound key={open.id} id={open.id} going={!open.ended} />
            ) : (
              <Empty title="No test calls were made in rounds yet">
                {mayBegin
                  ? 'Choose a site at the left, or devices in the fleet: each calls and is called.'
                  : 'What technicians try stands here, device by device.'}
              </Empty>
            )}
          </ListBeside>
        )
      }}
    </Shown>
  )
}

/** A site of which all are called. */
function SiteToCall() {
  const sites = useGround().data?.sites ?? []
  const [site, setSite] = useState(0)
  return (
    <>
      <Choice
        aria-label="Call all of a site"
        mt="8px"
        width="100%"
        value={site}
        onChange={(e) => setSite(Number(e.target.value))}
      >
        <option value={0}>Call all of a site…</option>
        {sites.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </Choice>
      {site > 0 && (
        <BeginRound
          key={site}
          name={`Acceptance of ${sites.find((s) => s.id === site)?.name ?? ''}`}
          siteId={site}
          onClose={() => setSite(0)}
        />
      )}
    </>
  )
}

function standing(r: Round): string {
  const done = r.passed + r.half + r.failed
  const words = [`${r.passed} of ${r.all} work`]
  if (r.failed > 0) words.push(`${r.failed} not`)
  if (r.half > 0) words.push(`${r.half} to be tried at the phone`)
  if (r.cancelled) words.push('cancelled')
  else if (!r.ended) words.push(`${done} tried`)
  return words.join(' · ')
}

const STATES: Record<Schemas['RoundDeviceView']['state'], string> = {
  WAITING: '○ waits',
  CALLING: '○ is called',
  PASSED: '✓ works',
  HALF: '◇ is called',
  FAILED: '◆ does not',
}

function OneRound({ id, going }: { id: number; going: boolean }) {
  const session = useSession().data
  const whole = useQuery({
    queryKey: [...keys.devices, 'rounds', id],
    queryFn: () => unwrap(client.GET('/api/rounds/{id}', { params: { path: { id } } })),
    refetchInterval: going ? AGAIN : false,
  })
  const cancel = useChange(() => unwrap(client.POST('/api/rounds/{id}/cancel', { params: { path: { id } } })))
  return (
    <Box p="16px 22px">
      <Shown query={whole} what="The round">
        {({ round: r, devices }) => {
          const severalSites = new Set(devices.map((d) => d.site)).size > 1
          return (
            <>
              <Flex justify="space-between" gap="16px" align="baseline">
                <chakra.h2 fontSize="17px" fontWeight={700} overflowWrap="anywhere">
                  {r.name}
                </chakra.h2>
                <Flex gap="10px" flexShrink={0}>
                  <Act asChild>
                    <a href={`/api/rounds/${id}/protocol.html`} target="_blank" rel="noreferrer">
                      Protocol
                    </a>
                  </Act>
                  <Act asChild>
                    <a href={`/api/rounds/${id}/protocol.csv`} download>
                      CSV
                    </a>
                  </Act>
                  {!r.ended && session?.role !== 'VIEWER' && (
                    <Act onClick={() => cancel.mutate(undefined)}>Cancel</Act>
                  )}
                </Flex>
              </Flex>
              <Faded>
                {standing(r)} · by {r.who}, {r.perMinute} in a minute
              </Faded>
              <Trouble error={cancel.error} />
              <Grid mt="10px">
                <thead>
                  <tr>
                    <th>Device</th>
                    <th>At</th>
                    <th>It calls</th>
                    <th>It is called</th>
                    <th>What came of it</th>
                  </tr>
                </thead>
                <tbody>
                  {devices.map((d) => (
                    <tr key={d.id}>
                      <td>
                        <chakra.b color="fjord">
                          <Link to={`/fleet/${d.id}${d.at ? `?moment=${encodeURIComponent(d.at)}` : ''}`}>
                            {d.label}
                          </Link>
                        </chakra.b>{' '}
                        {severalSites && <Faded fontSize="12px">{d.site}</Faded>}
                      </td>
                      <td>
                        <Mono>{d.at ? clock(d.at) : ''}</Mono>
                      </td>
                      <chakra.td whiteSpace="nowrap">{d.out || '—'}</chakra.td>
                      <chakra.td whiteSpace="nowrap">{d.in || '—'}</chakra.td>
                      <chakra.td
                        color={d.state === 'PASSED' ? 'mossText' : d.state === 'FAILED' ? 'rust' : 'ink'}
                        fontWeight={d.state === 'FAILED' ? 600 : 400}
                      >
                        {d.state === 'FAILED' || d.state === 'HALF' ? d.why : STATES[d.state]}
                      </chakra.td>
                    </tr>
                  ))}
                </tbody>
              </Grid>
            </>
          )
        }}
      </Shown>
    </Box>
  )
}
