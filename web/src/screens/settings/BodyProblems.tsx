import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded } from '../../kit/basics'

/** What is wrong with a body, the first of it. */
export function BodyProblems({ problems }: { problems: Schemas['BodyProblem'][] }) {
  if (problems.length === 0)
    return (
      <chakra.p mt="6px" color="mossText">
        ✓ Nothing is wrong with it.
      </chakra.p>
    )
  return (
    <Box mt="6px" role="status" aria-label="Problems">
      {problems.slice(0, 6).map((p, i) => (
        <chakra.p key={i} color={p.isGrave ? 'rust' : 'amberText'}>
          Line {p.line}: {p.what} <Faded>{p.hint}</Faded>
        </chakra.p>
      ))}
    </Box>
  )
}
