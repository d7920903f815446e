import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'

/** Somebody opens a handoff link with the simulated softphone, which registers with what it is given. */
export function OpenHandoff({ onClose }: { onClose: () => void }) {
  const form = useForm({
    what: 'a handoff link',
    labels: { link: 'The link, as its user was given it' },
    known: { link: '' },
    send: (wish) => unwrap(client.POST('/api/lab/softphones', { body: wish })),
    kept: onClose,
  })
  return (
    <FormDialog
      form={form}
      title="A softphone opens a handoff"
      main="Open it"
      ready={form.values.link.trim() !== ''}
      onClose={onClose}
      width="460px"
      fields={<TextField form={form} at="link" mono autoFocus />}
    />
  )
}
