import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Mono } from '../../kit/basics'

const FEW = 5

/** Before something is kept: the numbers that would ring elsewhere from then on. */
export function RingsElsewhere({ impact }: { impact: Schemas['RingImpactView'] | undefined }) {
  if (!impact || impact.total === 0) return null
  const now = impact.shown.filter((c) => c.now)
  const few = impact.shown.slice(0, FEW)
  return (
    <Box
      mt="12px"
      p="8px 12px"
      bg="amberBg"
      borderLeft="3px solid"
      borderColor="amber"
      role="status"
      aria-label="What rings elsewhere"
    >
      <b>
        {now.length > 0
          ? `${numbers(impact.total)} lead${impact.total === 1 ? 's' : ''} elsewhere from then on.`
          : `${numbers(impact.total)} lead${impact.total === 1 ? 's' : ''} elsewhere, though not as things stand now.`}
      </b>
      {few.map((c) => (
        <Box key={c.number} mt="3px" overflowWrap="anywhere">
          <Mono fontWeight={700}>{c.number}</Mono>{' '}
          {c.now ? (
            <>
              <Faded>{c.was}</Faded> <chakra.span aria-label="becomes">→</chakra.span> {c.is}
            </>
          ) : (
            <Faded>rings the same now; another way once somebody on it is busy or not there</Faded>
          )}
        </Box>
      ))}
      {impact.total > few.length && <Faded>and {impact.total - few.length} more</Faded>}
    </Box>
  )
}

const numbers = (n: number) => `${n} ${n === 1 ? 'number' : 'numbers'}`
