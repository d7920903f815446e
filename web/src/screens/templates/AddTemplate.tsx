import { useNavigate } from 'react-router'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useGround } from '../../api/queries'
import { ChoiceField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'

export function AddTemplate({ onClose }: { onClose: () => void }) {
  const domains = useGround().data?.domains ?? []
  const navigate = useNavigate()
  const form = useForm({
    what: 'a new template',
    labels: { name: 'Name', domainId: 'Domain' },
    known: { name: '', domainId: 0 },
    send: ({ name, domainId }) =>
      unwrap(client.POST('/api/templates', { body: { name, domainId: domainId || (domains[0]?.id ?? 0) } })),
    kept: ({ id }) => {
      onClose()
      void navigate(`/templates/${id}`)
    },
  })
  return (
    <FormDialog
      form={form}
      title="A new template"
      main="Add"
      onClose={onClose}
      width="380px"
      fields={
        <>
          <TextField form={form} at="name" autoFocus />
          <ChoiceField form={form} at="domainId" options={domains.map((d) => [d.id, d.name] as const)} />
        </>
      }
    />
  )
}
