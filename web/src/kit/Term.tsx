import { Box, Tooltip, chakra } from '@chakra-ui/react'
import type { ReactElement, ReactNode } from 'react'
import { meaning } from './words'

/** Explains a word of Jordfell's own where it stands, to whoever points at it or comes to it by keyboard. */
export function Explained({ word, children }: { word: string; children: ReactElement }) {
  const text = meaning(word)
  if (!text) return children
  return (
    <Tooltip.Root openDelay={400} closeDelay={100} lazyMount unmountOnExit>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Positioner>
        <Tooltip.Content bg="ink" color="sheet" px="10px" py="6px" maxW="300px" fontSize="12.5px">
          <b>{word}</b>: {text}
        </Tooltip.Content>
      </Tooltip.Positioner>
    </Tooltip.Root>
  )
}

const Underlined = chakra('span', {
  base: { borderBottom: '1px dotted', borderColor: 'faded', cursor: 'help' },
})

/** A word in a text that can be asked about. */
export function Term({ word, children }: { word: string; children?: ReactNode }) {
  return (
    <Explained word={word}>
      <Underlined tabIndex={0} role="note">
        {children ?? word}
      </Underlined>
    </Explained>
  )
}

/** A glossary's part: its words and what they mean. */
export function Glossary({ words }: { words: { word: string; meaning: string }[] }) {
  return (
    <Box as="dl" display="grid" gridTemplateColumns="130px 1fr" gap="3px 10px">
      {words.map((w) => (
        <Box key={w.word} display="contents">
          <chakra.dt fontWeight={700}>{w.word}</chakra.dt>
          <chakra.dd>{w.meaning}</chakra.dd>
        </Box>
      ))}
    </Box>
  )
}
