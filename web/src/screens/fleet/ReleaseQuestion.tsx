import { Box } from '@chakra-ui/react'
import { asProblem } from '../../api/problem'
import { Act } from '../../kit/basics'

/** What somebody who releases to a device agrees to once they are asked. */
export type Consents = { supersede?: boolean; unfit?: boolean }

/** Where the server says that it asks. */
export const ASKED_AT = ['/supersede', '/unfit']

type Props = { error: unknown; onAgree: (more: Consents) => void }

/** Asked before a release: whether the device may leave another one, and whether its firmware will do. */
export function ReleaseQuestion({ error, onAgree }: Props) {
  const problem = asProblem(error)
  const waits = problem?.at('/supersede')
  const unfit = problem?.at('/unfit')
  if (waits)
    return (
      <Asked>
        <b>{waits.reason}</b> It can leave that one for this release.{' '}
        <Act onClick={() => onAgree({ supersede: true })}>Let it leave, and release</Act>
      </Asked>
    )
  if (unfit)
    return (
      <Asked>
        <b>{unfit.reason}</b> {unfit.hint}{' '}
        <Act onClick={() => onAgree({ unfit: true })}>Release all the same</Act>
      </Asked>
    )
  return null
}

function Asked({ children }: { children: React.ReactNode }) {
  return (
    <Box role="alert" mt="8px" borderLeft="3px solid" borderColor="amber" px="10px" py="6px">
      {children}
    </Box>
  )
}
