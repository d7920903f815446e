import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../../api/client'
import { unwrap } from '../../../api/problem'
import { useChange } from '../../../api/queries'
import { Age } from '../../../kit/Age'
import { Act, Faded, Grid } from '../../../kit/basics'
import { Rail } from '../../../kit/Rail'
import { Trouble } from '../../../kit/Trouble'
import { STANDINGS } from './standings'

type Wave = Schemas['WaveView']
type Member = Schemas['MemberView']
type Props = { release: number; wave: Wave; mayChange: boolean }

const STARTS: Record<Wave['starts'], string> = {
  BY_HAND: 'begins when somebody starts it',
  AT: 'begins at its time',
  WHEN_CARRIED: 'begins when the wave before it has carried',
}

/** A wave: how many carried, who got worse and why it stopped, and what can be done. */
export function WavePart({ release, wave, mayChange }: Props) {
  const path = { params: { path: { id: release, position: wave.position } } }
  const begin = useChange(() => unwrap(client.POST('/api/releases/{id}/waves/{position}/begin', path)))
  const stop = useChange(() => unwrap(client.POST('/api/releases/{id}/waves/{position}/stop', path)))
  const takeBack = useChange(() => unwrap(client.POST('/api/releases/{id}/waves/{position}/take-back', path)))
  const goOn = useChange(() =>
    unwrap(client.POST('/api/releases/{id}/waves/{position}/go-on', { ...path, body: { stopPercent: 100 } })),
  )
  const standing = STANDINGS[wave.state]
  const stopped = wave.state === 'STOPPED'
  const total = wave.devices
  const sent = ['RUNNING', 'CARRIED', 'STOPPED'].includes(wave.state)
  return (
    <Box
      as="section"
      aria-label={`Wave ${wave.position}`}
      borderLeft="4px solid"
      borderColor={stopped ? 'rust' : wave.state === 'CARRIED' ? 'moss' : 'line'}
      pl="14px"
    >
      <Flex align="baseline" gap="10px" wrap="wrap">
        <chakra.h2 fontSize="15px" fontWeight={700}>
          {wave.name}
        </chakra.h2>
        <chakra.span color={standing?.tone} fontWeight={700}>
          {standing?.sign} {standing?.word}
        </chakra.span>
        <Faded>
          {total} {total === 1 ? 'device' : 'devices'}
          {sent && `, ${wave.carried} carried`}
          {wave.worse > 0 && `, ${wave.worse} worse`}
          {wave.state === 'WAITING' && ` · ${STARTS[wave.starts]}`}
          {wave.startsAt && wave.state === 'WAITING' && ` (${new Date(wave.startsAt).toLocaleString()})`}
          {wave.startedAt && (
            <>
              {' '}
              · begun <Age at={wave.startedAt} /> ago
            </>
          )}
          {wave.stopPercent < 100 && ` · stops when more than ${wave.stopPercent} % get worse`}
        </Faded>
        {mayChange && (
          <Flex gap="8px" ml="auto">
            {wave.state === 'WAITING' && (
              <Act kind="main" disabled={begin.isPending} onClick={() => begin.mutate(undefined)}>
                Begin
              </Act>
            )}
            {wave.state === 'RUNNING' && (
              <Act disabled={stop.isPending} onClick={() => stop.mutate(undefined)}>
                Stop
              </Act>
            )}
            {sent && (
              <Act
                kind={stopped ? 'main' : 'plain'}
                disabled={takeBack.isPending}
                onClick={() => takeBack.mutate(undefined)}
              >
                Take it back
              </Act>
            )}
            {stopped && (
              <Act disabled={goOn.isPending} onClick={() => goOn.mutate(undefined)}>
                Go on all the same
              </Act>
            )}
          </Flex>
        )}
      </Flex>
      {wave.word && wave.state !== 'CARRIED' && (
        <chakra.p mt="6px" fontWeight={stopped ? 700 : 400} color={stopped ? 'rust' : 'faded'}>
          {wave.word}
        </chakra.p>
      )}
      {stopped && (
        <chakra.p color="faded">
          Those that had not fetched it keep what they have. Taken back, the others return to what they had.
        </chakra.p>
      )}
      <Trouble error={begin.error ?? stop.error ?? takeBack.error ?? goOn.error} />
      {total > 0 && (
        <Grid mt="6px">
          <tbody>
            {wave.members.map((m) => (
              <tr key={m.id}>
                <chakra.td width="26%">
                  <chakra.b color="fjord">
                    <Link to={`/fleet/${m.id}`}>{m.label}</Link>
                  </chakra.b>{' '}
                  <Faded fontSize="12px">{m.site}</Faded>
                </chakra.td>
                <chakra.td width="140px">
                  <Rail rail={m.rail} />
                </chakra.td>
                <chakra.td color={m.worse ? 'rust' : undefined}>{memberWord(m)}</chakra.td>
              </tr>
            ))}
          </tbody>
        </Grid>
      )}
      {total > wave.members.length && (
        <Faded>
          and {(total - wave.members.length).toLocaleString('en')} more, none of them worse than those shown
        </Faded>
      )}
    </Box>
  )
}

function memberWord(m: Member): string {
  switch (m.state) {
    case 'WAITING':
      return 'still to come'
    case 'HELD_BACK':
      return 'held back: it keeps what it has'
    case 'TAKEN_BACK':
      return 'has what it had before'
    case 'SUPERSEDED':
      return 'left this release for a later one'
    case 'SENT':
      return !m.fetched ? 'has not fetched it yet' : m.worse ? `worse: ${m.word}` : m.word
  }
}
