import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Heading } from '../../kit/basics'
import { ConfirmAct } from '../../kit/ConfirmAct'
import { Trouble } from '../../kit/Trouble'
import { Missing } from '../../kit/Shown'

/** The handoffs of a softphone: made, opened, run out or taken back. */
export function HandoffPart({ deviceId }: { deviceId: number }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const handoffs = useQuery({
    queryKey: ['device', deviceId, 'handoffs'],
    queryFn: () => unwrap(client.GET('/api/handoffs/of/{deviceId}', { params: { path: { deviceId } } })),
  })
  const revoke = useChange((id: number) =>
    unwrap(client.DELETE('/api/handoffs/{id}', { params: { path: { id } } })),
  )
  const reference = handoffs.dataUpdatedAt
  return (
    <Box mt="18px">
      <Heading>Handoff</Heading>
      <Missing query={handoffs} what="Whom it was handed to" />
      {handoffs.data?.length === 0 && (
        <Box color="faded">None yet: hand it over from its extension in the Roster.</Box>
      )}
      {handoffs.data?.map((h) => {
        const expired = Date.parse(h.expiresAt) < reference
        const open = !h.openedAt && !h.revokedAt && !expired
        return (
          <Flex key={h.id} gap="8px" py="4px" align="baseline" borderBottom="1px solid" borderColor="hair">
            <span>
              {h.madeBy}, <Age at={h.madeAt} /> ago:{' '}
              {h.openedAt ? (
                <>
                  opened <Age at={h.openedAt} /> ago from {h.openedFrom}
                </>
              ) : h.revokedAt ? (
                <>taken back by {h.revokedBy}</>
              ) : expired ? (
                <chakra.b color="amberText">ran out unread</chakra.b>
              ) : (
                <>not opened yet</>
              )}
            </span>
            {open && mayChange && (
              <Box ml="auto">
                <ConfirmAct
                  label="Take it back"
                  question="Take this link back? It opens nothing any more; a new one can be made."
                  disabled={revoke.isPending}
                  onConfirm={() => revoke.mutate(h.id)}
                />
              </Box>
            )}
          </Flex>
        )
      })}
      <Trouble error={revoke.error} />
    </Box>
  )
}
