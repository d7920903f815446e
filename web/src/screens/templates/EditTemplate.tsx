import { Box } from '@chakra-ui/react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { ChoiceField, LongField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { ConfirmAct } from '../../kit/ConfirmAct'

type Template = Schemas['Template']
type Props = { template: Template; templates: Template[]; onClose: () => void }

/** A template's name, what it extends, and what people should know of it. */
export function EditTemplate({ template, templates, onClose }: Props) {
  const navigate = useNavigate()
  const path = { params: { path: { id: template.id } } }
  const form = useForm({
    what: template.name,
    labels: { name: 'Name', parentId: 'Extends', note: 'Note' },
    known: { name: template.name, parentId: template.parentId, note: template.note },
    version: template.version,
    send: (wish, version) =>
      unwrap(client.PUT('/api/templates/{id}', { ...path, body: { ...wish, version } })),
    kept: onClose,
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/templates/{id}', path)),
    () => {
      onClose()
      void navigate('/templates')
    },
  )
  const others = templates.filter((t) => t.id !== template.id && t.domainId === template.domainId)
  return (
    <FormDialog
      form={form}
      title={template.name}
      main="Keep the changes"
      onClose={onClose}
      width="440px"
      error={remove.error}
      more={
        <Box ml="auto">
          <ConfirmAct
            label="Remove"
            kind="danger"
            question={`Remove ${template.name} with all it says? It can’t be brought back.`}
            disabled={remove.isPending}
            onConfirm={() => remove.mutate(undefined)}
          />
        </Box>
      }
      fields={
        <>
          <TextField form={form} at="name" />
          <ChoiceField
            form={form}
            at="parentId"
            help="What the other says holds here too, unless this one says otherwise."
            options={[[0, 'no other template'] as const, ...others.map((t) => [t.id, t.name] as const)]}
          />
          <LongField form={form} at="note" />
        </>
      }
    />
  )
}
