import { Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client } from '../api/client'
import { asProblem, unwrap } from '../api/problem'
import { useChange } from '../api/queries'
import { Act } from '../kit/basics'
import { type DoneAct, tellDone, useLastDone } from '../kit/undo'

/** What was done last, and taking it back. */
export function UndoStrip() {
  const done = useLastDone()
  return done ? <Strip key={done.actId} done={done} /> : null
}

function Strip({ done }: { done: DoneAct }) {
  const [undone, setUndone] = useState(false)
  const turn = useChange(
    (again: boolean) =>
      unwrap(
        again
          ? client.POST('/api/acts/{id}/redo', { params: { path: { id: done.actId } } })
          : client.POST('/api/acts/{id}/undo', { params: { path: { id: done.actId } } }),
      ),
    (_, again) => setUndone(!again),
  )
  const problem = asProblem(turn.error)
  return (
    <Flex
      role="status"
      bg="fjordBg"
      borderTop="1px solid"
      borderColor="line"
      px="18px"
      py="6px"
      gap="12px"
      align="center"
      flexShrink="0"
    >
      <span>
        {undone ? <b>Taken back: </b> : null}
        {done.text}
      </span>
      {problem && (
        <chakra.span color="rust">
          {problem.fields[0] ? `${problem.fields[0].reason} ${problem.fields[0].hint}` : problem.message}
        </chakra.span>
      )}
      <Act disabled={turn.isPending} onClick={() => turn.mutate(undone)}>
        {undone ? 'Do it again' : 'Undo'}
      </Act>
      <Act kind="quiet" ml="auto" aria-label="Close this message" onClick={() => tellDone(undefined)}>
        ✕
      </Act>
    </Flex>
  )
}
