import { Box, Flex, chakra } from '@chakra-ui/react'
import { client, type Schemas } from '../../../api/client'
import { unwrap } from '../../../api/problem'
import { useChange, useSession } from '../../../api/queries'
import { Age } from '../../../kit/Age'
import { Act, Faded } from '../../../kit/basics'
import { Trouble } from '../../../kit/Trouble'
import { WavePart } from './WavePart'

/** One release: who made it and why, and each of its waves. */
export function ReleaseSheet({ release }: { release: Schemas['ReleaseView'] }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const end = useChange(() =>
    unwrap(client.POST('/api/releases/{id}/end', { params: { path: { id: release.id } } })),
  )
  const toCome = release.waves.some((w) => w.state === 'WAITING')
  return (
    <>
      <Flex align="baseline" gap="12px" wrap="wrap">
        <chakra.h1 fontSize="19px" fontWeight={700}>
          {release.reason || `Release ${release.id}`}
        </chakra.h1>
        <Faded>
          {release.by}, <Age at={release.at} /> ago
        </Faded>
        {mayChange && toCome && (
          <Act kind="quiet" ml="auto" disabled={end.isPending} onClick={() => end.mutate(undefined)}>
            End it here: begin no further wave
          </Act>
        )}
      </Flex>
      <Trouble error={end.error} />
      <Box display="grid" gap="18px" mt="14px">
        {release.waves.map((w) => (
          <WavePart key={w.position} release={release.id} wave={w} mayChange={mayChange} />
        ))}
      </Box>
    </>
  )
}
