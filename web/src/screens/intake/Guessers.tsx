import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys, useChange } from '../../api/queries'
import { Act, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

/** Sources that try one address after another: they are slowed until somebody says that they are ours. */
export function Guessers({ mayAct }: { mayAct: boolean }) {
  const guessers = useQuery({
    queryKey: [...keys.knocks, 'guessers'],
    queryFn: () => unwrap(client.GET('/api/guessers')),
  })
  const forgive = useChange((source: string) =>
    unwrap(client.DELETE('/api/guessers/{source}', { params: { path: { source } } })),
  )
  return (
    <>
      {guessers.data?.map((g) => (
        <Box key={g.source} mt="10px" p="8px 10px" bg="rustBg" borderLeft="3px solid" borderColor="rust">
          <Mono>{g.source}</Mono> tries one MAC after another: {g.strangers} so far. It is slowed; enrolled
          phones are answered, and what it asked for once is left out below.
          {mayAct && (
            <Box>
              <Act kind="quiet" disabled={forgive.isPending} onClick={() => forgive.mutate(g.source)}>
                It is one of ours
              </Act>
            </Box>
          )}
          {forgive.variables === g.source && <Trouble error={forgive.error} />}
        </Box>
      ))}
    </>
  )
}
