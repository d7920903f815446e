import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act } from '../../kit/basics'
import { useRingImpact } from '../calls/queries'
import { RingsElsewhere } from '../calls/RingsElsewhere'

const LABELS = {
  e164: 'Number with country code',
  extension: 'Rings an extension, a place or a group',
  announcement: 'Or says, and rings nothing',
  hours: 'Only within these hours',
  zone: 'Time zone of the hours',
  closedExtension: 'Else rings',
  closedAnnouncement: 'Else says',
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
      announcement: number?.announcement ?? '',
      hours: number?.hours ?? '',
      zone: number?.zone ?? '',
      closedExtension: number?.closedExtension ?? '',
      closedAnnouncement: number?.closedAnnouncement ?? '',
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
  const impact = useRingImpact(form.values, form.dirty, (wish) =>
    unwrap(
      client.POST('/api/outside-numbers/impact', {
        params: { query: { id: number?.id ?? 0 } },
        body: { ...wish, domainId, version: number?.version ?? 1 },
      }),
    ),
  )
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
      width="520px"
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
          <TextField form={form} at="extension" help="A number, or the name of a place or a group." />
          <TextField form={form} at="announcement" />
          <TextField
            form={form}
            at="hours"
            help="Such as Mo-Fr 8:00-17:00; Sa 9:00-12:30. Empty for always."
          />
          <TextField form={form} at="zone" help="Such as Europe/Berlin." />
          <TextField form={form} at="closedExtension" />
          <TextField form={form} at="closedAnnouncement" />
          <TextField form={form} at="prefix" />
          <TextField form={form} at="note" />
        </>
      }
    >
      {form.dirty && impact.isSuccess && <RingsElsewhere impact={impact.data} />}
    </FormDialog>
  )
}
