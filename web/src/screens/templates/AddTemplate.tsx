import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { Act, Choice, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

export function AddTemplate({ onClose }: { onClose: () => void }) {
  const ground = useGround().data
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [chosen, setDomain] = useState(0)
  const domainId = chosen || ground?.domains[0]?.id || 0
  const add = useChange(
    () => unwrap(client.POST('/api/templates', { body: { domainId, name } })),
    ({ id }) => {
      onClose()
      void navigate(`/templates/${id}`)
    },
  )
  return (
    <Dialog
      title="A new template"
      onClose={onClose}
      width="380px"
      footer={
        <Act kind="main" disabled={add.isPending} onClick={() => add.mutate(undefined)}>
          Add it
        </Act>
      }
    >
      <Box display="grid" gap="10px">
        <Field label="Name" problem={asProblem(add.error)?.at('/name')}>
          <Entry width="100%" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Field label="Domain">
          <Choice width="100%" value={domainId} onChange={(e) => setDomain(Number(e.target.value))}>
            {ground?.domains.map((d) => (
              <option key={d.id} value={d.id}>
                {d.name}
              </option>
            ))}
          </Choice>
        </Field>
      </Box>
      <Trouble error={add.error} shownAt={['/name']} />
    </Dialog>
  )
}
