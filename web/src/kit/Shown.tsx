import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { asProblem } from '../api/problem'
import { Act } from './basics'

/** What is needed of a query to tell its answer from a missing one. */
export type Asked<T> = {
  data: T | undefined
  error: Error | null
  isPending: boolean
  isError: boolean
  refetch: () => unknown
}

type ShownProps<T> = {
  query: Asked<T>
  /** What is waited for, as a sentence begins: “The audit”. */
  what: string
  children: (data: T) => ReactNode
}

/**
 * Shows an answer; without one it says that it is still to come or why it failed, and never that nothing is there. An
 * earlier answer stays on show while it is asked for again, and says so when that failed.
 */
export function Shown<T>({ query, what, children }: ShownProps<T>) {
  if (query.data === undefined) {
    return query.isError ? (
      <Failed query={query}>
        {what} can’t be shown: {asProblem(query.error)?.message}
      </Failed>
    ) : (
      <Box role="status" color="faded" py="10px">
        {what} is being loaded…
      </Box>
    )
  }
  return (
    <>
      {query.isError && (
        <Failed query={query}>
          {what} is as it was a while ago: {asProblem(query.error)?.message}
        </Failed>
      )}
      {children(query.data)}
    </>
  )
}

/** Says that an answer is still to come, or why it failed, where what it fills stands elsewhere. */
export function Missing<T>({ query, what }: Omit<ShownProps<T>, 'children'>) {
  return (
    <Shown query={query} what={what}>
      {() => null}
    </Shown>
  )
}

function Failed<T>({ query, children }: { query: Asked<T>; children: ReactNode }) {
  return (
    <Box role="alert" bg="rustBg" borderLeft="3px solid" borderColor="rust" px="10px" py="6px" my="6px">
      <b>{children}</b>{' '}
      <Act kind="quiet" onClick={() => query.refetch()}>
        Try again
      </Act>
    </Box>
  )
}
