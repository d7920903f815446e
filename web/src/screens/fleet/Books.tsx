import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Faded, Heading, Mono } from '../../kit/basics'
import { FallingOff } from './FallingOff'

const WRONG = ['NOT_PUBLISHED', 'REFUSED', 'NEVER_ASKED', 'OLD']

type Props = { deviceId: number; label: string; books: Schemas['BookView'][] }

/** Its phonebooks by their slots: which edition it has, and if none, why. */
export function Books({ deviceId, label, books }: Props) {
  if (books.length === 0) return null
  return (
    <Box mt="16px" role="region" aria-label="Phonebooks">
      <Heading>Phonebooks</Heading>
      {books.map((b) => (
        <Box key={b.slot} display="grid" gridTemplateColumns="64px 1fr 1.2fr" gap="8px" py="2px">
          <Faded>slot {b.slot}</Faded>
          <chakra.span overflowWrap="anywhere">
            {b.name} {b.edition && <Mono>{b.edition}</Mono>}
          </chakra.span>
          <chakra.span color={b.state && WRONG.includes(b.state) ? 'rust' : 'faded'}>
            {b.words}
            {b.left > 0 && (
              <FallingOff deviceId={deviceId} slot={b.slot} label={`${label}, slot ${b.slot}`} />
            )}
            {b.at && (
              <Faded>
                {b.words && ' · '}asked <Age at={b.at} /> ago
              </Faded>
            )}
          </chakra.span>
        </Box>
      ))}
    </Box>
  )
}
