import { Box, chakra } from '@chakra-ui/react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround, useSession } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded, Grid } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Trouble } from '../../kit/Trouble'
import { Missing } from '../../kit/Shown'
import { useActs } from './queries'

/** What was done lately, each to be taken back where nothing has come to rely on it. */
export function ActList() {
  const acts = useActs()
  const days = useGround().data?.kept.undo
  const mayChange = useSession().data?.role !== 'VIEWER'
  const turn = useChange((act: { id: number; undone: boolean }) => {
    const path = { params: { path: { id: act.id } } }
    return unwrap(
      act.undone ? client.POST('/api/acts/{id}/redo', path) : client.POST('/api/acts/{id}/undo', path),
    )
  })
  if (acts.data?.length === 0)
    return <Empty title="Nothing was done yet">What is changed is listed here.</Empty>
  return (
    <Box maxW="900px">
      <Missing query={acts} what="The history" />
      {days && (
        <Faded>
          For {days} days each can be taken back, unless something has come to rely on it or was changed
          since.
        </Faded>
      )}
      <Grid>
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th aria-label="Undo" />
          </tr>
        </thead>
        <tbody>
          {acts.data?.map((a) => (
            <chakra.tr key={a.id} color={a.undone ? 'faded' : undefined}>
              <td>
                <Age at={a.at} />
              </td>
              <td>{a.who}</td>
              <td>
                {a.title}
                {a.undone && <Faded> · taken back by {a.turnedBy}</Faded>}
                {turn.variables?.id === a.id && <Trouble error={turn.error} />}
              </td>
              <td>
                {mayChange && (
                  <Act kind="quiet" disabled={turn.isPending} onClick={() => turn.mutate(a)}>
                    {a.undone ? 'Do it again' : 'Undo'}
                  </Act>
                )}
              </td>
            </chakra.tr>
          ))}
        </tbody>
      </Grid>
    </Box>
  )
}
