import { Box, Flex } from '@chakra-ui/react'
import { asProblem } from '../../api/problem'
import { Act, Faded, Mono } from '../../kit/basics'
import type { Fed } from './useFeed'

type Props = { waiting: Fed[]; onAgain: (fed: Fed) => void; onDrop: (id: number) => void }

/** What was fed and is not on the grid yet: on its way, or refused with why. */
export function FedList({ waiting, onAgain, onDrop }: Props) {
  const refused = waiting.filter((f) => f.failed)
  const under = waiting.length - refused.length
  return (
    <>
      {under > 0 && (
        <Faded role="status" fontSize="12px">
          {under === 1 ? 'One is' : `${under} are`} being taken…
        </Faded>
      )}
      {refused.map((fed) => (
        <Flex
          key={fed.id}
          role="alert"
          gap="10px"
          align="baseline"
          wrap="wrap"
          bg="rustBg"
          borderLeft="3px solid"
          borderColor="rust"
          px="10px"
          py="6px"
          my="6px"
        >
          <Mono whiteSpace="pre-wrap" overflowWrap="anywhere">
            {begin(fed.text)}
          </Mono>
          <Box flex="1" minW="200px">
            is not on the grid: {asProblem(fed.failed)?.message}
          </Box>
          <Act kind="quiet" onClick={() => onAgain(fed)}>
            Try again
          </Act>
          <Act kind="quiet" onClick={() => onDrop(fed.id)}>
            Leave it out
          </Act>
        </Flex>
      ))}
    </>
  )
}

/** The first row, and how many follow. */
function begin(text: string): string {
  const rows = text.trim().split('\n')
  const first = (rows[0] ?? '').slice(0, 60)
  return rows.length > 1 ? `${first} and ${rows.length - 1} more` : first
}
