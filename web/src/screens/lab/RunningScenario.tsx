import { Box, Flex, chakra } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Props = { running: Schemas['RunningView']; mayAct: boolean }

/** The scenario that runs: what happens, what is to be found, and how it is told so far. */
export function RunningScenario({ running: r, mayAct }: Props) {
  const end = useChange(() => unwrap(client.DELETE('/api/lab/scenario')))
  return (
    <Box
      role="region"
      aria-label="Scenario"
      bg="fjordBg"
      borderLeft="3px solid"
      borderColor="fjord"
      p="8px 12px"
      mb="10px"
    >
      <Flex align="baseline" gap="10px">
        <b>
          {r.of.title}: {r.place}
        </b>
        <Faded>
          for <Age at={r.since} />
        </Faded>
        {mayAct && (
          <Act ml="auto" disabled={end.isPending} onClick={() => end.mutate(undefined)}>
            End it
          </Act>
        )}
      </Flex>
      <Box>{r.of.story}</Box>
      <Box color="faded">To be found: {r.of.finds}</Box>
      <Flex gap="16px" mt="4px" wrap="wrap" fontWeight={600}>
        <span>
          {r.reached} {r.reached === 1 ? 'device' : 'devices'} reached
        </span>
        <chakra.span color="mossText">{r.found} told rightly</chakra.span>
        <chakra.span color={r.missed > 0 ? 'amberText' : 'faded'}>{r.missed} cause not told yet</chakra.span>
        <chakra.span color={r.otherwise > 0 ? 'rust' : 'faded'}>{r.otherwise} told otherwise</chakra.span>
        {r.elsewhere > 0 && (
          <chakra.span color="amberText">something new of {r.elsewhere} that it does not reach</chakra.span>
        )}
      </Flex>
      <Trouble error={end.error} />
    </Box>
  )
}
