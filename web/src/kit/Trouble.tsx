import { Box } from '@chakra-ui/react'
import { asProblem } from '../api/problem'

/** What went wrong with a whole request; nothing when all is well or when the fields say it themselves. */
export function Trouble({ error, shownAt = [] }: { error: unknown; shownAt?: string[] }) {
  const problem = asProblem(error)
  if (!problem) return null
  const rest = problem.fields.filter((f) => !shownAt.includes(f.pointer))
  if (problem.fields.length > 0 && rest.length === 0) return null
  return (
    <Box role="alert" bg="rustBg" borderLeft="3px solid" borderColor="rust" px="10px" py="6px" my="6px">
      {rest.length > 0 ? (
        rest.map((f, i) => (
          <Box key={i}>
            <b>{f.reason}</b> {f.hint}
          </Box>
        ))
      ) : (
        <b>{problem.message}</b>
      )}
    </Box>
  )
}
