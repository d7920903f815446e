import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Heading, Mono } from '../../kit/basics'
import { clock } from '../../kit/Age'

/** The keys that show whether somebody is busy: whether they are told, and if not, why. Those that are dark come first. */
export function Lamps({ lamps }: { lamps: Schemas['LampView'][] }) {
  if (lamps.length === 0) return null
  const dark = lamps.filter((l) => l.state === 'DARK')
  const others = lamps.filter((l) => l.state !== 'DARK')
  return (
    <Box mt="16px" role="region" aria-label="Lamps">
      <Heading>Lamps</Heading>
      {[...dark, ...others].map((l) => (
        <Box key={l.place} display="grid" gridTemplateColumns="64px 1fr 1.2fr" gap="8px" py="2px">
          <Faded>{l.place}</Faded>
          <chakra.span overflowWrap="anywhere">
            <Mono>{l.number}</Mono> {l.caption}
          </chakra.span>
          {l.state === 'DARK' ? (
            <chakra.span color="rust">dark: {l.words}</chakra.span>
          ) : (
            <Faded>{l.until ? `told, asks again by ${clock(l.until)}` : l.words}</Faded>
          )}
        </Box>
      ))}
    </Box>
  )
}
