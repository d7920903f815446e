import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'

type Props = { mac: string; onClose: () => void }

const ACCOUNT = {
  line: 'Line',
  number: 'Number',
  authUser: 'Authentication user',
  password: 'Password',
  registrar: 'Registrar',
} as const

/** Somebody sets an account on the phone itself; its next file takes it away again. */
export function SetAccount({ mac, onClose }: Props) {
  const form = useForm({
    what: 'an account',
    labels: ACCOUNT,
    known: { line: '1', number: '', authUser: '', password: '', registrar: '' },
    send: (wish) =>
      unwrap(
        client.POST('/api/lab/phones/{mac}/account', {
          params: { path: { mac } },
          body: { ...wish, line: Number(wish.line) || 0 },
        }),
      ),
    kept: onClose,
  })
  return (
    <FormDialog
      form={form}
      title={`Set an account on ${mac}`}
      main="Set it"
      onClose={onClose}
      width="420px"
      fields={(Object.keys(ACCOUNT) as (keyof typeof ACCOUNT)[]).map((at) => (
        <TextField
          key={at}
          form={form}
          at={at}
          help={at === 'authUser' ? 'Empty where it is the number.' : undefined}
          password={at === 'password'}
        />
      ))}
    />
  )
}

const FILE = { from: 'MAC of the other phone' } as const

/** Somebody gives the phone another one’s file. */
export function TakeFile({ mac, onClose }: Props) {
  const form = useForm({
    what: 'a file',
    labels: FILE,
    known: { from: '' },
    send: (body) => unwrap(client.POST('/api/lab/phones/{mac}/take', { params: { path: { mac } }, body })),
    kept: onClose,
  })
  return (
    <FormDialog
      form={form}
      title={`Give ${mac} the file of another phone`}
      main="Give it"
      onClose={onClose}
      width="420px"
      fields={<TextField form={form} at="from" mono autoFocus />}
    />
  )
}
