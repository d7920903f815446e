import { Box } from '@chakra-ui/react'
import { clock } from '../../kit/Age'
import { useTrafficOfSite } from '../traffic/queries'
import { total } from '../traffic/slices'
import { Row } from './TimelineRow'
import { place } from './events'
import type { StoryView } from './queries'

const HIGH = 22

type Props = { story: StoryView; domain: string; site: string }

/** What was registered and refused at its site meanwhile: whether the device was alone with its trouble. */
export function SitePulse({ story, domain, site }: Props) {
  const view = useTrafficOfSite(domain, site).data
  if (!view) return null
  const step = view.sliceSeconds * 1_000
  const bars = total(view).filter((s) => s.at + step > Date.parse(story.from) && s.at < Date.parse(story.to))
  const most = Math.max(1, ...bars.map((s) => s.registered + s.refused + s.lapsed))
  return (
    <Row name={`All of ${site}`}>
      {bars.map((s) => {
        const from = Math.max(0, place(new Date(s.at).toISOString(), story.from, story.to))
        const to = Math.min(100, place(new Date(s.at + step).toISOString(), story.from, story.to))
        const words = `${clock(new Date(s.at).toISOString()).slice(0, 5)}: ${s.registered} registered, ${s.refused} refused, ${s.lapsed} ran out`
        return (
          <Box
            key={s.at}
            position="absolute"
            bottom="2px"
            style={{ left: `${from}%`, width: `calc(${to - from}% - 1px)` }}
            title={words}
          >
            <Box h={`${(HIGH * (s.refused + s.lapsed)) / most}px`} bg="rust" />
            <Box h={`${(HIGH * s.registered) / most}px`} bg="moss" opacity={0.6} />
          </Box>
        )
      })}
    </Row>
  )
}
