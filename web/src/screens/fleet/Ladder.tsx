import { Box } from '@chakra-ui/react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useLadder, useSession } from '../../api/queries'
import { useAddress } from '../../frame/useAddress'
import { Heading } from '../../kit/basics'
import { Shown } from '../../kit/Shown'
import { DrawnLadder } from '../../ladder/DrawnLadder'

/** What went to and fro between a device and everybody else. */
export function Ladder({ id }: { id: number }) {
  const { at } = useAddress()
  const mayTake = useSession().data?.role !== 'VIEWER'
  return (
    <Box mt="18px" role="region" aria-label="What went to and fro">
      <Heading>What went to and fro</Heading>
      <Shown query={useLadder(id)} what="What went to and fro">
        {(ladder) => (
          <DrawnLadder
            ladder={ladder}
            at={at('moment')}
            message={{
              key: ['message', id],
              ask: (key, step) =>
                unwrap(
                  client.GET('/api/devices/{id}/ladder/message', {
                    params: { path: { id }, query: { key, step } },
                  }),
                ),
              ...(mayTake && {
                casefile: (callId: string) =>
                  `/api/casefile/devices/${id}/call?${new URLSearchParams({ callId }).toString()}`,
              }),
            }}
          />
        )}
      </Shown>
    </Box>
  )
}
