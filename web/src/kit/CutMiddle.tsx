import { chakra } from '@chakra-ui/react'

/** Names of places are told apart at their end: what is too long is cut before it. */
const END = 6

/** Shorter ones fit everywhere. */
const SHORT = 18

/** A name that keeps its end when there is no room for all of it: “Ticket win… dow 9”. */
export function CutMiddle({ text }: { text: string }) {
  if (text.length <= SHORT) return text
  return (
    <chakra.span display="inline-flex" maxW="100%" minW="0" verticalAlign="bottom" title={text}>
      <chakra.span overflow="hidden" textOverflow="ellipsis" whiteSpace="pre" minW="0">
        {text.slice(0, -END)}
      </chakra.span>
      <chakra.span flexShrink={0} whiteSpace="pre">
        {text.slice(-END)}
      </chakra.span>
    </chakra.span>
  )
}
