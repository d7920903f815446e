import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Act, Faded } from '../../kit/basics'

/** How far a release is that takes a while, and how to call it off. */
export function MakingBar() {
  const making = useQuery({
    queryKey: ['making'],
    queryFn: () => unwrap(client.GET('/api/releases/making')),
    refetchInterval: 600,
  })
  const { done = 0, of = 0 } = making.data ?? {}
  return (
    <Flex align="center" gap="10px" flex="1" role="status">
      <Box flex="1" maxW="240px" height="6px" bg="line" borderRadius="3px">
        <Box height="100%" bg="fjord" borderRadius="3px" width={`${of ? (100 * done) / of : 0}%`} />
      </Box>
      <Faded>
        {of ? `${done.toLocaleString('en')} of ${of.toLocaleString('en')} devices are done` : 'Being begun…'}
      </Faded>
      <Act kind="quiet" onClick={() => void client.DELETE('/api/releases/making')}>
        Call it off
      </Act>
    </Flex>
  )
}
