import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys, useChange } from '../../api/queries'
import { Act } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

/** How often it is asked how far a release is, in milliseconds. */
const LOOK = 600

/** The release that is being made, by whomever; undefined when none is, or nothing is known of it. */
export function useMaking(waitsForOne = false) {
  const making = useQuery({
    queryKey: [...keys.releases, 'making'],
    queryFn: () => unwrap(client.GET('/api/releases/making')),
    refetchInterval: (query) => (waitsForOne || (query.state.data?.of ?? 0) > 0 ? LOOK : false),
  })
  return making.data && making.data.of > 0 ? making.data : undefined
}

type Props = {
  /** It is begun from here: until it is seen, it is being begun. */
  begun?: boolean
  mayCallOff?: boolean
}

/** How far a release is that takes a while, whose it is, and how to call it off, wherever one is. */
export function MakingBar({ begun = false, mayCallOff = true }: Props) {
  const making = useMaking(begun)
  const callOff = useChange(() => unwrap(client.DELETE('/api/releases/making')))
  if (!making && !begun) return null
  return (
    <Flex align="center" gap="10px" flex="1" minW="0" role="status">
      <Box flex="1" minW="40px" maxW="200px" height="6px" bg="line" borderRadius="3px">
        <Box
          height="100%"
          bg="fjord"
          borderRadius="3px"
          width={`${making ? (100 * making.done) / making.of : 0}%`}
        />
      </Box>
      <Box whiteSpace="nowrap">
        {making
          ? `${making.who} releases: ${making.done.toLocaleString('en')} of ${making.of.toLocaleString('en')} devices are done`
          : 'Being begun…'}
      </Box>
      {mayCallOff && (
        <Act
          kind="quiet"
          color="inherit"
          textDecoration="underline"
          disabled={callOff.isPending}
          onClick={() => callOff.mutate(undefined)}
        >
          Call it off
        </Act>
      )}
      <Trouble error={callOff.error} />
    </Flex>
  )
}
