import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry, LongEntry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

type Template = Schemas['Template']
type Props = { template: Template; templates: Template[]; onClose: () => void }

/** A template's name, what it extends, and what people should know of it. */
export function EditTemplate({ template, templates, onClose }: Props) {
  const navigate = useNavigate()
  const [name, setName] = useState(template.name)
  const [parentId, setParent] = useState(template.parentId)
  const [note, setNote] = useState(template.note)
  const path = { params: { path: { id: template.id } } }
  const keep = useChange(
    () =>
      unwrap(
        client.PUT('/api/templates/{id}', {
          ...path,
          body: { name, parentId, note, version: template.version },
        }),
      ),
    onClose,
  )
  const remove = useChange(
    () => unwrap(client.DELETE('/api/templates/{id}', path)),
    () => {
      onClose()
      void navigate('/templates')
    },
  )
  const problem = asProblem(keep.error)
  return (
    <Dialog
      title="Change the template"
      onClose={onClose}
      width="440px"
      footer={
        <>
          <Act kind="main" disabled={keep.isPending} onClick={() => keep.mutate(undefined)}>
            Keep the changes
          </Act>
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove it
          </Act>
        </>
      }
    >
      <Box display="grid" gap="10px">
        <Field label="Name" problem={problem?.at('/name')}>
          <Entry width="100%" value={name} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Field
          label="Extends"
          problem={problem?.at('/parentId')}
          help="What the other says holds here too, unless this one says otherwise."
        >
          <Choice width="100%" value={parentId} onChange={(e) => setParent(Number(e.target.value))}>
            <option value={0}>no other template</option>
            {templates
              .filter((t) => t.id !== template.id && t.domainId === template.domainId)
              .map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
          </Choice>
        </Field>
        <Field label="Note" problem={problem?.at('/note')}>
          <LongEntry width="100%" rows={3} value={note} onChange={(e) => setNote(e.target.value)} />
        </Field>
      </Box>
      <Trouble error={keep.error ?? remove.error} shownAt={['/name', '/parentId', '/note']} />
    </Dialog>
  )
}
