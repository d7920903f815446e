import { Box } from '@chakra-ui/react'
import { asProblem } from '../../api/problem'
import { Act } from '../../kit/basics'

type LetItLeaveProps = { error: unknown; onLeave: () => void }

/** The device waits for another release: says for which, and lets it leave that one for this. */
export function LetItLeave({ error, onLeave }: LetItLeaveProps) {
  const waits = asProblem(error)?.at('/supersede')
  if (!waits) return null
  return (
    <Box role="alert" mt="8px" borderLeft="3px solid" borderColor="amber" px="10px" py="6px">
      <b>{waits.reason}</b> It can leave that one for this release.{' '}
      <Act onClick={onLeave}>Let it leave, and release</Act>
    </Box>
  )
}
