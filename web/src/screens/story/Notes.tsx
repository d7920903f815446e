import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Choice, Faded, Heading, LongEntry } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { useNotes } from './queries'

type Note = Schemas['NoteView']

/** What technicians tell each other of a device; one can be handed over to somebody. */
export function Notes({ id }: { id: number }) {
  const notes = useNotes(id).data
  const session = useSession().data
  const mayWrite = session != null && session.role !== 'VIEWER'
  const [text, setText] = useState('')
  const [to, setTo] = useState('')
  const add = useChange(
    () =>
      unwrap(
        client.POST('/api/devices/{id}/notes', { params: { path: { id } }, body: { text, handedTo: to } }),
      ),
    () => {
      setText('')
      setTo('')
    },
  )
  if (!notes) return null
  return (
    <Box mt="18px" role="region" aria-label="Notes">
      <Heading>Notes</Heading>
      {notes.notes.map((n) => (
        <OneNote key={n.id} note={n} mayAct={mayWrite} />
      ))}
      {mayWrite && (
        <Box
          as="form"
          mt="8px"
          onSubmit={(e) => {
            e.preventDefault()
            add.mutate(undefined)
          }}
        >
          <LongEntry
            w="100%"
            rows={2}
            maxLength={2_000}
            aria-label="Note"
            placeholder="What you tried, what you saw"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          {text.trim() && (
            <Flex gap="8px" mt="4px" align="center" wrap="wrap">
              <Choice aria-label="Hand over to" value={to} onChange={(e) => setTo(e.target.value)}>
                <option value="">a note for everybody</option>
                {notes.people
                  .filter((p) => p !== session?.name)
                  .map((p) => (
                    <option key={p} value={p}>
                      hand over to {p}
                    </option>
                  ))}
              </Choice>
              <Act kind="main" type="submit" disabled={add.isPending}>
                {to ? 'Hand over' : 'Note it'}
              </Act>
            </Flex>
          )}
          <Trouble error={add.error} />
        </Box>
      )}
    </Box>
  )
}

function OneNote({ note: n, mayAct }: { note: Note; mayAct: boolean }) {
  const done = useChange((isDone: boolean) =>
    unwrap(client.POST('/api/notes/{id}/done', { params: { path: { id: n.id } }, body: { done: isDone } })),
  )
  return (
    <Box mt="6px" pl="10px" borderLeft="2px solid" borderColor={n.handedTo && !n.doneAt ? 'amber' : 'line'}>
      <chakra.div whiteSpace="pre-wrap" overflowWrap="anywhere">
        {n.text}
      </chakra.div>
      <Faded fontSize="12px">
        {n.who}, <Age at={n.at} /> ago
        {n.handedTo && ` · handed to ${n.handedTo}`}
        {n.doneAt && ` · done by ${n.doneBy}`}
      </Faded>{' '}
      {n.handedTo && mayAct && (
        <Act kind="quiet" fontSize="12px" onClick={() => done.mutate(!n.doneAt)}>
          {n.doneAt ? 'Not done yet' : 'Done'}
        </Act>
      )}
      <Trouble error={done.error} />
    </Box>
  )
}
