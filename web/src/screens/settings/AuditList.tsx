import { Box, Flex, chakra } from '@chakra-ui/react'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Age } from '../../kit/Age'
import { Act, Faded, Grid } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'

const WAYS: Record<string, string> = {
  SHOWN: 'shown',
  CARD: 'on a card',
  HANDOFF: 'by a handoff',
  EXPORT: 'exported',
  FETCHED: 'fetched',
}

/** Who did what, and which secrets left by which way and why. */
export function AuditList() {
  const [secrets, setSecrets] = useState(false)
  const audit = useInfiniteQuery({
    queryKey: ['audit', secrets],
    initialPageParam: 0,
    queryFn: ({ pageParam }) =>
      unwrap(client.GET('/api/audit', { params: { query: { secrets, before: pageParam } } })),
    getNextPageParam: (page) => (page.next > 0 ? page.next : undefined),
  })
  return (
    <Box maxW="1000px">
      <chakra.label display="inline-flex" gap="8px" alignItems="center" mb="8px">
        <input type="checkbox" checked={secrets} onChange={(e) => setSecrets(e.target.checked)} />
        Only secrets that left
      </chakra.label>
      <Shown query={audit} what="The audit">
        {({ pages }) => {
          const entries = pages.flatMap((p) => p.entries)
          return entries.length === 0 ? (
            <Empty title={secrets ? 'No secret has left' : 'Nothing was done yet'}>
              Whatever shows, hands over or exports a password or PIN is listed here, with who and why.
            </Empty>
          ) : (
            <>
              <Grid>
                <thead>
                  <tr>
                    <th>When</th>
                    <th>Who</th>
                    <th>What</th>
                    <th>Secret left</th>
                    <th>Why</th>
                  </tr>
                </thead>
                <tbody>
                  {entries.map((e) => (
                    <tr key={e.id}>
                      <td>
                        <Age at={e.at} />
                      </td>
                      <td>{e.who}</td>
                      <td>{e.what}</td>
                      <td>{WAYS[e.kind] ?? ''}</td>
                      <td>
                        <Faded>{e.reason}</Faded>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Grid>
              {audit.hasNextPage && (
                <Flex justify="center" my="10px">
                  <Act disabled={audit.isFetchingNextPage} onClick={() => void audit.fetchNextPage()}>
                    Show earlier ones
                  </Act>
                </Flex>
              )}
            </>
          )
        }}
      </Shown>
    </Box>
  )
}
