import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

export function AddExtension({ domain, onClose }: { domain: Schemas['DomainView']; onClose: () => void }) {
  const [typed, setTyped] = useState<string | undefined>()
  const [person, setPerson] = useState('')
  const [displayName, setDisplayName] = useState('')
  const next = useQuery({
    queryKey: ['next', domain.id],
    queryFn: () => unwrap(client.GET('/api/extensions/next', { params: { query: { domainId: domain.id } } })),
    gcTime: 0,
  })
  const number = typed ?? next.data?.number ?? ''
  const add = useChange(
    () =>
      unwrap(client.POST('/api/extensions', { body: { domainId: domain.id, number, displayName, person } })),
    onClose,
  )
  const problem = asProblem(add.error)
  return (
    <Dialog
      title={`An extension in ${domain.name}`}
      onClose={onClose}
      width="440px"
      footer={
        <Act kind="main" disabled={add.isPending} onClick={() => add.mutate(undefined)}>
          Add {number}
        </Act>
      }
    >
      <Box display="grid" gap="10px">
        <Field
          label="Number"
          problem={problem?.at('/number')}
          help={`The next free one. ${domain.blocks.map((b) => `${b.purpose} ${b.first}–${b.last}`).join(', ')}.`}
        >
          <Entry
            fontFamily="mono"
            width="100%"
            inputMode="numeric"
            value={number}
            onChange={(e) => setTyped(e.target.value)}
          />
        </Field>
        <Field label="Person (empty for a place)" problem={problem?.at('/person')}>
          <Entry width="100%" value={person} onChange={(e) => setPerson(e.target.value)} />
        </Field>
        <Field
          label="Shown as"
          problem={problem?.at('/displayName')}
          help="Empty: the person’s name, or the number."
        >
          <Entry width="100%" value={displayName} onChange={(e) => setDisplayName(e.target.value)} />
        </Field>
      </Box>
      <Box color="faded" mt="10px">
        It gets a generated SIP password and the authentication user {number ? `${number}-a` : '…'}.
      </Box>
      <Trouble error={add.error} shownAt={['/number', '/person', '/displayName']} />
    </Dialog>
  )
}
