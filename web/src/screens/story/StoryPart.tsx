import { Box, chakra } from '@chakra-ui/react'
import { useAddress } from '../../frame/useAddress'
import { clock } from '../../kit/Age'
import { Mono } from '../../kit/basics'
import { Shown } from '../../kit/Shown'
import { SitePulse } from './SitePulse'
import { Timeline } from './Timeline'
import { useStory } from './queries'

const USUAL_HOURS = 3

/** What happened to a device, in sentences and on an axis. The moment that is looked at stands in the address. */
export function StoryPart({ id, domain, site }: { id: number; domain: string; site: string }) {
  const { at, set } = useAddress()
  const hours = Number(at('hours')) || USUAL_HOURS
  const query = useStory(id, hours)
  return (
    <Shown query={query} what="What happened">
      {(story) => (
        <>
          {story.story.length > 0 && (
            <Box as="ol" mt="10px" listStyleType="none" aria-label="In short">
              {story.story.map((s) => (
                <chakra.li key={s.at + s.words} display="flex" gap="10px">
                  <chakra.button
                    onClick={() => set('moment', s.at)}
                    cursor="pointer"
                    color="fjord"
                    title="Show this moment"
                  >
                    <Mono>{clock(s.at)}</Mono>
                  </chakra.button>
                  <span>{s.words}</span>
                </chakra.li>
              ))}
            </Box>
          )}
          <Timeline
            story={story}
            hours={hours}
            onHours={(h) => set('hours', h === USUAL_HOURS ? '' : String(h))}
            at={at('moment')}
            onMoment={(m) => set('moment', m)}
            beneath={(shown) => <SitePulse story={shown} domain={domain} site={site} />}
          />
        </>
      )}
    </Shown>
  )
}
