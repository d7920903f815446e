import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { useTrial } from './queries'

type Trial = Schemas['RingTrialView']
type Rang = Schemas['RangView']

/** Calls the number for real, and puts what rings beside what was foretold. */
export function TryCall({ domainId, number }: { domainId: number; number: string }) {
  const [begun, setBegun] = useState(0)
  const call = useChange(
    async () => unwrap(client.POST('/api/calls/trials', { body: { domainId, number } })),
    (trial) => setBegun(trial.id),
  )
  const trial = useTrial(begun).data
  const goesOn = trial !== undefined && trial.words === ''
  return (
    <Box mt="22px" role="region" aria-label="A call to try it">
      <Flex gap="10px" align="baseline" wrap="wrap">
        <Act onClick={() => call.mutate()} disabled={goesOn || call.isPending}>
          Call {number} to try it
        </Act>
        <Faded>Its phones ring, until somebody answers or all of them rang.</Faded>
      </Flex>
      <Trouble error={call.error} />
      {trial && <Came trial={trial} />}
    </Box>
  )
}

function Came({ trial }: { trial: Trial }) {
  return (
    <Box mt="12px" maxW="900px">
      <Heading>What came of the call to {trial.number}</Heading>
      {trial.rang.map((r, i) => (
        <Flex key={i} gap="8px" py="2px" wrap="wrap">
          <Mono width="52px">{r.afterSeconds} s</Mono>
          {r.deviceId > 0 ? (
            <chakra.b color="fjord">
              <Link to={`/fleet/${r.deviceId}`}>{r.label}</Link>
            </chakra.b>
          ) : (
            <b>{r.label}</b>
          )}
          <span>{came(r)}</span>
          <Faded>as {r.number}</Faded>
        </Flex>
      ))}
      <Box role="status" mt="6px">
        {trial.words === '' ? (
          <Faded>It goes on: {trial.seconds} s so far.</Faded>
        ) : (
          <Verdict trial={trial} />
        )}
      </Box>
    </Box>
  )
}

function Verdict({ trial }: { trial: Trial }) {
  const end = trial.answered ? `answered after ${trial.seconds} s` : trial.words
  return trial.differences.length === 0 ? (
    <chakra.b color="mossText">It went as foretold, as far as it came: {end}.</chakra.b>
  ) : (
    <>
      {trial.differences.map((d) => (
        <Box key={d} color="rust" fontWeight={600}>
          {d}
        </Box>
      ))}
      <Faded>It ended: {end}.</Faded>
    </>
  )
}

function came(rang: Rang) {
  if (rang.answer >= 200 && rang.answer < 300) return 'rang, and answered'
  if (rang.rings) return 'rang'
  return rang.answer > 0 ? `answered ${rang.answer} at once` : 'was called, and said nothing yet'
}
