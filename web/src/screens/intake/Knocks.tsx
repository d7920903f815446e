import { Box, Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useKnocks } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Knock = Schemas['Knock']
type Props = {
  models: Schemas['ModelView'][]
  mayAct: boolean
  onEnrol: (knock: Knock, modelId: string) => void
}

/** Unknown devices that asked for a configuration. */
export function Knocks({ models, mayAct, onEnrol }: Props) {
  const knocks = useKnocks()
  const ignore = useChange((mac: string) =>
    unwrap(client.DELETE('/api/knocks/{mac}', { params: { path: { mac } } })),
  )
  /** It says itself what it is: the User-Agent begins with the model's name. */
  const modelOf = (knock: Knock) => models.find((m) => knock.userAgent.startsWith(m.name + '/'))
  return (
    <Box
      as="aside"
      aria-label="Knocks"
      width={{ base: '230px', xl: '290px' }}
      flexShrink={0}
      borderLeft="1px solid"
      borderColor="line"
      p="18px"
      overflow="auto"
    >
      <Heading>Knocks</Heading>
      <Faded fontSize="12.5px">unknown devices that asked for a configuration</Faded>
      <Trouble error={knocks.error ?? ignore.error} />
      {knocks.data?.length === 0 && (
        <Box color="faded" mt="12px">
          Nobody knocks.
        </Box>
      )}
      {knocks.data?.map((knock) => (
        <Box key={knock.mac} py="10px" borderBottom="1px solid" borderColor="hair">
          <Mono>{knock.mac}</Mono>{' '}
          <Faded>
            {knock.times} ×, <Age at={knock.lastAt} /> ago
          </Faded>
          <Box my="4px">
            Asks as {modelOf(knock)?.name ?? (knock.userAgent || 'nobody known')} from {knock.site}.
          </Box>
          {mayAct && (
            <Flex gap="6px">
              <Act onClick={() => onEnrol(knock, modelOf(knock)?.id ?? '')}>Enrol</Act>
              <Act kind="quiet" onClick={() => ignore.mutate(knock.mac)}>
                Ignore
              </Act>
            </Flex>
          )}
        </Box>
      ))}
    </Box>
  )
}
