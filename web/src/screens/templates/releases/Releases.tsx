import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link, useParams } from 'react-router'
import { useRelease, useReleases } from '../../../api/queries'
import { Age } from '../../../kit/Age'
import { Faded } from '../../../kit/basics'
import { Empty } from '../../../kit/Empty'
import { Missing } from '../../../kit/Shown'
import { TemplatesFrame } from '../TemplatesFrame'
import { ReleaseSheet } from './ReleaseSheet'
import { STANDINGS } from './standings'

const Item = chakra(Link, {
  base: {
    display: 'block',
    px: '16px',
    py: '7px',
    borderLeft: '3px solid transparent',
    borderBottom: '1px solid',
    borderBottomColor: 'hair',
    _hover: { bg: 'sheet' },
    '&[aria-current=true]': { bg: 'sheet', borderLeftColor: 'fjord' },
  },
})

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
      <Flex height="100%">
        <Box
          as="nav"
          aria-label="Releases"
          width="290px"
          flexShrink={0}
          borderRight="1px solid"
          borderColor="line"
          overflow="auto"
        >
          {releases.data?.map((r) => {
            const standing = STANDINGS[r.standing]
            return (
              <Item key={r.id} to={`/templates/releases/${r.id}`} aria-current={r.id === chosen}>
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
              </Item>
            )
          })}
        </Box>
        <Box flex="1" minW="0" p="16px 20px" overflow="auto">
          <Missing query={releases} what="The list of releases" />
          {chosen > 0 && <Missing query={release} what="This release" />}
          {release.data && <ReleaseSheet release={release.data} />}
        </Box>
      </Flex>
    </TemplatesFrame>
  )
}
