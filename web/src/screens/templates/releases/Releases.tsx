import { Box, Flex, chakra } from '@chakra-ui/react'
import { useParams } from 'react-router'
import type { Schemas } from '../../../api/client'
import { useRelease, useReleases } from '../../../api/queries'
import { ListBeside } from '../../../frame/ListBeside'
import { Age } from '../../../kit/Age'
import { Faded } from '../../../kit/basics'
import { Empty } from '../../../kit/Empty'
import { Missing } from '../../../kit/Shown'
import { TemplatesFrame } from '../TemplatesFrame'
import { ReleaseSheet } from './ReleaseSheet'
import { STANDINGS } from './standings'

/** Every release with its waves: how they fare, and what can be done with them. */
export function Releases() {
  const releases = useReleases()
  const chosen = Number(useParams().id ?? 0) || releases.data?.[0]?.id || 0
  const release = useRelease(chosen)
  if (releases.data?.length === 0) {
    return (
      <TemplatesFrame>
        <Empty title="Nothing was released yet">
          What is changed waits in the tray at the bottom; releasing it is the first entry here.
        </Empty>
      </TemplatesFrame>
    )
  }
  return (
    <TemplatesFrame>
      <ListBeside
        label="Releases"
        width={{ base: '290px' }}
        entries={
          releases.data?.map((r) => ({
            to: `/templates/releases/${r.id}`,
            chosen: r.id === chosen,
            shown: <ReleaseLine release={r} />,
          })) ?? []
        }
      >
        <Missing query={releases} what="The list of releases" />
        {chosen > 0 && <Missing query={release} what="This release" />}
        {release.data && <ReleaseSheet release={release.data} />}
      </ListBeside>
    </TemplatesFrame>
  )
}

function ReleaseLine({ release: r }: { release: Schemas['PastRelease'] }) {
  const standing = STANDINGS[r.standing]
  return (
    <>
      <Flex justify="space-between" gap="8px">
        <b>Release {r.id}</b>
        <chakra.span color={standing?.tone} fontWeight={600} fontSize="12.5px">
          {standing?.sign} {standing?.word}
        </chakra.span>
      </Flex>
      <Box overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
        {r.reason || <Faded>without a note</Faded>}
      </Box>
      <Faded fontSize="12px">
        {r.by}, <Age at={r.at} /> ago · {r.devices} {r.devices === 1 ? 'device' : 'devices'}
        {r.waves > 1 && ` in ${r.waves} waves`}
      </Faded>
    </>
  )
}
