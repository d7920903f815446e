import { Flex, chakra } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useClock } from '../../api/queries'
import { Act, Faded, Mono } from '../../kit/basics'
import { serverNow } from '../../kit/serverClock'
import { Trouble } from '../../kit/Trouble'

const PACES: [number, string][] = [
  [0, 'stand'],
  [1, '× 1'],
  [10, '× 10'],
  [60, '× 60'],
  [600, '× 600'],
]

const STEPS: [number, string][] = [
  [60, '1 min'],
  [600, '10 min'],
  [3_600, '1 h'],
]

/** The clock of the world: what time it is, how fast it goes, and steps of it. */
export function ClockStrip({ mayAct }: { mayAct: boolean }) {
  const clock = useClock().data
  const pace = useChange((wish: number) => unwrap(client.PUT('/api/clock/pace', { body: { pace: wish } })))
  const step = useChange((seconds: number) => unwrap(client.POST('/api/clock/step', { body: { seconds } })))
  if (!clock) return null
  return (
    <Flex gap="6px 10px" align="center" wrap="wrap" role="group" aria-label="Clock of the world">
      <Ticking goes={clock.pace !== 0} />
      {clock.ahead > 90 && <Faded>{ahead(clock.ahead)} ahead of the wall</Faded>}
      {mayAct && clock.turns && (
        <>
          <Flex gap="2px">
            {PACES.map(([wish, words]) => (
              <Act
                key={wish}
                kind={wish === clock.pace ? 'main' : undefined}
                aria-pressed={wish === clock.pace}
                disabled={pace.isPending}
                onClick={() => pace.mutate(wish)}
              >
                {words}
              </Act>
            ))}
          </Flex>
          <Flex gap="2px" align="center">
            <Faded>step</Faded>
            {STEPS.map(([seconds, words]) => (
              <Act
                key={seconds}
                aria-label={`Step ${words} and stand`}
                disabled={step.isPending}
                onClick={() => step.mutate(seconds)}
              >
                {words}
              </Act>
            ))}
          </Flex>
        </>
      )}
      <Trouble error={pace.error ?? step.error} />
    </Flex>
  )
}

/** The time, as it goes by. */
function Ticking({ goes }: { goes: boolean }) {
  const [at, setAt] = useState(serverNow)
  useEffect(() => {
    const timer = setInterval(() => setAt(serverNow()), 500)
    return () => clearInterval(timer)
  }, [])
  return (
    <chakra.span color={goes ? 'ink' : 'amberText'}>
      <Mono fontSize="15px">{new Date(at).toLocaleTimeString('en-GB')}</Mono>
      {!goes && ' stands'}
    </chakra.span>
  )
}

const ahead = (seconds: number) =>
  seconds < 5_400 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds / 3_600)} h`
