import { useNavigate } from 'react-router'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Entry } from '../../kit/basics'
import { Field } from '../../kit/Field'

/** A new domain begins with one node and one block; the rest is set on its sheet. */
export function AddDomain({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const form = useForm({
    what: 'a new domain',
    labels: { name: 'SIP domain', nodes: 'Address of its first registrar node' },
    known: { name: '', nodes: '' },
    send: ({ name, nodes: address }) =>
      unwrap(
        client.POST('/api/domains', {
          body: {
            id: 0,
            name,
            realm: name,
            expiryMin: 60,
            expiryUsual: 3600,
            expiryMax: 7200,
            contactLimit: 2,
            transports: 'udp',
            passwordShortest: 12,
            passwordScore: 3,
            outsideScore: 4,
            pinDigits: 4,
            emergency: '112',
            nodes: [{ name: 'first', host: `first.${name}`, address, port: 5060, priority: 10, weight: 1 }],
            blocks: [{ first: 200, last: 299, purpose: 'people' }],
            version: 1,
          },
        }),
      ),
    kept: (made) => {
      onClose()
      void navigate(`/settings/domains/${made.id}`)
    },
  })
  return (
    <FormDialog
      form={form}
      title="A new domain"
      main="Add"
      onClose={onClose}
      width="440px"
      fields={
        <>
          <TextField form={form} at="name" mono />
          <Field label={form.labels.nodes ?? ''} problem={form.problem?.at('/nodes/0')}>
            <Entry
              fontFamily="mono"
              width="100%"
              value={form.values.nodes}
              onChange={(e) => form.set({ nodes: e.target.value })}
            />
          </Field>
        </>
      }
    />
  )
}
