import { Box, Flex, chakra } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useKnocks } from '../../api/queries'
import { Age } from '../../kit/Age'
import { serverNow } from '../../kit/serverClock'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { Term } from '../../kit/Term'
import { Missing } from '../../kit/Shown'
import { Guessers } from './Guessers'
import { Strays } from './Strays'
import { useClaims } from './queries'

type Knock = Schemas['KnockView']
type Props = {
  models: Schemas['ModelView'][]
  mayAct: boolean
  onEnrol: (knock: Knock, modelId: string) => void
  onEnrolStray: (stray: Schemas['StrayView']) => void
  onOpen: (deviceId: number) => void
}

/** Unknown devices that asked for a configuration, and records that wait to be claimed. */
export function Knocks({ models, mayAct, onEnrol, onEnrolStray, onOpen }: Props) {
  const knocks = useKnocks()
  const path = (mac: string) => ({ params: { path: { mac } } })
  const ignore = useChange((mac: string) => unwrap(client.DELETE('/api/knocks/{mac}', path(mac))))
  const block = useChange((mac: string) => unwrap(client.POST('/api/knocks/{mac}/block', path(mac))))
  const correct = useChange(
    (wish: { mac: string; deviceId: number }) =>
      unwrap(client.POST('/api/knocks/{mac}/belongs-to/{deviceId}', { params: { path: wish } })),
    (_, wish) => onOpen(wish.deviceId),
  )
  /** It says itself what it is: the User-Agent begins with the model's name. */
  const modelOf = (knock: Knock) => models.find((m) => knock.userAgent.startsWith(m.name + '/'))
  const correction = (knock: Knock, kind: 'main' | 'plain') => (
    <Act
      kind={kind}
      onClick={() => knock.near && correct.mutate({ mac: knock.mac, deviceId: knock.near.deviceId })}
    >
      Correct the record
    </Act>
  )
  return (
    <Box
      as="aside"
      aria-label="Knocks"
      width={{ base: '230px', xl: '270px' }}
      flexShrink={0}
      borderLeft="1px solid"
      borderColor="line"
      p="18px"
      overflow="auto"
    >
      <Heading>
        <Term word="knock">Knocks</Term>
      </Heading>
      <Faded fontSize="12.5px">unknown devices that asked for a configuration</Faded>
      <Missing query={knocks} what="Who knocks" />
      <Trouble error={ignore.error ?? block.error ?? correct.error} />
      <Guessers mayAct={mayAct} />
      {knocks.data?.length === 0 && (
        <Box color="faded" mt="12px">
          Nobody knocks.
        </Box>
      )}
      {knocks.data?.map((knock) => (
        <Box key={knock.mac} py="10px" borderBottom="1px solid" borderColor="hair">
          <Told mac={knock.mac} other={knock.near?.mac} />{' '}
          <Faded>
            {knock.times} ×, <Age at={knock.lastAt} /> ago
          </Faded>
          <Box my="4px">
            {knock.near ? (
              <>
                {capital(knock.near.words)} from <b>{knock.near.label}</b> (…{knock.near.mac.slice(-5)}),
                which never called in.{knock.near.sameSite && ' Same site.'}
                {knock.near.others > 0 &&
                  ` ${knock.near.others === 1 ? 'Another record is' : `${knock.near.others} other records are`} as near, so it may be a device that nobody enrolled.`}
              </>
            ) : (
              <>
                Asks as {modelOf(knock)?.name ?? (knock.userAgent || 'nobody known')} from {knock.site}.
              </>
            )}
          </Box>
          {knock.claimRefused && (
            <Box my="4px" color="rust">
              Claim refused: {knock.claimRefused}
            </Box>
          )}
          {mayAct && (
            <Flex gap="6px" wrap="wrap">
              {knock.near?.others === 0 && correction(knock, 'main')}
              <Act onClick={() => onEnrol(knock, modelOf(knock)?.id ?? '')}>Enrol</Act>
              {knock.near && knock.near.others > 0 && correction(knock, 'plain')}
              <Act kind="quiet" title="Show it no more" onClick={() => ignore.mutate(knock.mac)}>
                Ignore
              </Act>
              <Act kind="quiet" title="Answer it no more" onClick={() => block.mutate(knock.mac)}>
                Block
              </Act>
            </Flex>
          )}
        </Box>
      ))}
      <Strays mayAct={mayAct} onEnrol={onEnrolStray} onOpen={onOpen} />
      <Claims onOpen={onOpen} />
    </Box>
  )
}

/** The MAC with what tells it from the near one in rust. */
function Told({ mac, other }: { mac: string; other: string | undefined }) {
  return (
    <Mono>
      {[...mac].map((c, i) =>
        other && other[i] !== c ? (
          <chakra.b key={i} color="rust">
            {c}
          </chakra.b>
        ) : (
          c
        ),
      )}
    </Mono>
  )
}

function Claims({ onOpen }: { onOpen: (deviceId: number) => void }) {
  const claims = useClaims().data ?? []
  if (claims.length === 0) return null
  return (
    <Box mt="18px">
      <Heading>Waiting to be claimed</Heading>
      {claims.map((c) => (
        <Box key={c.deviceId} py="3px">
          <Flex gap="8px" align="baseline">
            <Mono>{c.code}</Mono>
            <chakra.span color={c.expired ? 'rust' : 'faded'} ml="auto" whiteSpace="nowrap" fontSize="12px">
              {c.expired ? 'ran out' : `${daysLeft(c.expires)} left`}
            </chakra.span>
          </Flex>
          <Act kind="quiet" px="0" whiteSpace="normal" textAlign="left" onClick={() => onOpen(c.deviceId)}>
            {c.label}
          </Act>
        </Box>
      ))}
    </Box>
  )
}

function daysLeft(at: string): string {
  const days = Math.ceil((Date.parse(at) - serverNow()) / 86_400_000)
  return days === 1 ? '1 day' : `${days} days`
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}
