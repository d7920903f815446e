import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { Problem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Faded } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Trouble } from '../../kit/Trouble'

type Document = Schemas['LayerDocument']

/** A template from a JSON document: first what it would change, then taking it, then undoing that. */
export function ImportTemplate({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const [document, setDocument] = useState<Document | undefined>()
  const look = useChange((body: Document) => unwrap(client.POST('/api/open/templates', { body })))
  const take = useChange(
    (body: Document) =>
      unwrap(client.POST('/api/open/templates', { body, params: { query: { look: false } } })),
    ({ id }) => void navigate(`/templates/${id}`),
  )
  const undo = useChange(
    (body: Document) =>
      unwrap(client.POST('/api/open/templates', { body, params: { query: { look: false } } })),
    onClose,
  )
  const [unreadable, setUnreadable] = useState<Problem | undefined>()
  const open = async (file: File | undefined) => {
    if (!file) return
    setUnreadable(undefined)
    try {
      const read = JSON.parse(await file.text()) as Document
      setDocument(read)
      look.mutate(read)
    } catch (e) {
      setDocument(undefined)
      setUnreadable(new Problem(0, `${file.name} is no JSON document: ${(e as Error).message}`, []))
    }
  }
  const looked = look.data?.looked
  const before = take.data?.before
  return (
    <Dialog
      title="Import a template"
      width="560px"
      onClose={onClose}
      footer={
        take.data ? (
          <>
            <Act kind="main" onClick={onClose}>
              Done
            </Act>
            {before && (
              <Act disabled={undo.isPending} onClick={() => undo.mutate(before)}>
                Undo: make it what it was
              </Act>
            )}
          </>
        ) : (
          <Act
            kind="main"
            disabled={!document || !looked || take.isPending}
            onClick={() => document && take.mutate(document)}
          >
            {looked?.fresh ? 'Make the template' : 'Change the template'}
          </Act>
        )
      }
    >
      <chakra.p color="faded" mb="8px">
        A JSON document as “Export this layer” writes it; what it may hold is in{' '}
        <chakra.a color="fjord" textDecoration="underline" href="/api/open/schemas/template">
          its schema
        </chakra.a>
        . What it would change is shown before it is taken.
      </chakra.p>
      <Entry
        type="file"
        accept="application/json,.json"
        aria-label="A template as JSON"
        onChange={(e) => void open(e.target.files?.[0])}
      />
      <Box mt="10px">
        {looked && (
          <>
            <b>{looked.name}</b>{' '}
            {looked.changes.length === 0 && <Faded>is what the document says already.</Faded>}
            {looked.changes.map((c) => (
              <Box key={c} py="2px" overflowWrap="anywhere">
                {c}
              </Box>
            ))}
          </>
        )}
        {take.data && <Flex mt="8px">It was taken; nothing is on any phone before it is released.</Flex>}
      </Box>
      <Trouble error={unreadable ?? look.error ?? take.error ?? undo.error} />
    </Dialog>
  )
}
