import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act } from '../../kit/basics'

const LABELS = {
  e164: 'Number with country code',
  extension: 'Rings extension or group',
  prefix: 'Prefix shown before the caller',
  note: 'Note',
} as const

type Props = { domainId: number; number: Schemas['NumberRow'] | undefined; onClose: () => void }

/** A number that others dial: a new one, or one that is there. */
export function EditNumber({ domainId, number, onClose }: Props) {
  const form = useForm({
    what: number ? number.shown : 'a new outside number',
    labels: LABELS,
    known: {
      e164: number?.e164 ?? '',
      extension: number?.extension ?? '',
      prefix: number?.prefix ?? '',
      note: number?.note ?? '',
    },
    version: number?.version ?? 1,
    send: (wish, version) => {
      const body = { ...wish, domainId, version }
      return number
        ? unwrap(client.PUT('/api/outside-numbers/{id}', { params: { path: { id: number.id } }, body }))
        : unwrap(client.POST('/api/outside-numbers', { body })).then(() => undefined)
    },
    kept: onClose,
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/outside-numbers/{id}', { params: { path: { id: number?.id ?? 0 } } })),
    onClose,
  )
  return (
    <FormDialog
      form={form}
      title={number ? number.shown : 'A new outside number'}
      main={number ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="460px"
      columns="1fr 1fr"
      error={remove.error}
      more={
        number && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Act>
        )
      }
      fields={
        <>
          <TextField form={form} at="e164" mono />
          <TextField form={form} at="extension" mono />
          <TextField form={form} at="prefix" />
          <TextField form={form} at="note" />
        </>
      }
    />
  )
}
