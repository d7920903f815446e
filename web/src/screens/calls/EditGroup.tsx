import { Box } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { ChoiceField, LongField, TextField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Mono } from '../../kit/basics'
import { useRingImpact } from './queries'
import { RingsElsewhere } from './RingsElsewhere'

const LABELS = {
  number: 'Number',
  name: 'Name',
  together: 'Its extensions ring',
  eachSeconds: 'For so many seconds',
  members: 'Extensions, in their order',
  afterwards: 'Then, if nobody answers, to',
} as const

const ORDER = [
  [true, 'all together'],
  [false, 'each in its turn'],
] as const

type Props = {
  domainId: number
  group: Schemas['GroupView'] | undefined
  onClose: () => void
}

/** A group: who rings, and for how long. */
export function EditGroup({ domainId, group, onClose }: Props) {
  const form = useForm({
    what: group ? `the group ${group.name}` : 'a new group',
    labels: LABELS,
    known: {
      number: group?.number ?? '',
      name: group?.name ?? '',
      together: group?.together ?? true,
      eachSeconds: group?.eachSeconds ?? 20,
      members: group?.members.join(' ') ?? '',
      afterwards: group?.afterwards ?? '',
    },
    version: group?.version ?? 1,
    send: (wish, version) => {
      const body = { ...wish, members: numbers(wish.members), domainId, version }
      return group
        ? unwrap(client.PUT('/api/groups/{id}', { params: { path: { id: group.id } }, body }))
        : unwrap(client.POST('/api/groups', { body })).then(() => undefined)
    },
    kept: onClose,
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/groups/{id}', { params: { path: { id: group?.id ?? 0 } } })),
    onClose,
  )
  const impact = useRingImpact(form.values, form.dirty, (wish) =>
    unwrap(
      client.POST('/api/calls/groups/impact', {
        params: { query: { id: group?.id ?? 0 } },
        body: { ...wish, members: numbers(wish.members), domainId, version: form.version },
      }),
    ),
  )
  const wrong = numbers(form.values.members).flatMap((number, i) => {
    const problem = form.problem?.at(`/members/${i}`)
    return problem ? [{ number, ...problem }] : []
  })
  return (
    <FormDialog
      form={form}
      title={group ? `Group ${group.number}` : 'A new group'}
      main={group ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="520px"
      columns="1fr 1fr"
      error={remove.error}
      more={
        group && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Act>
        )
      }
      fields={
        <>
          <TextField form={form} at="number" mono autoFocus />
          <TextField form={form} at="name" />
          <ChoiceField form={form} at="together" options={ORDER} />
          <WholeField form={form} at="eachSeconds" min={5} max={120} />
          <Box gridColumn="1 / -1">
            <LongField form={form} at="members" help="Numbers with blanks or line breaks between them." />
            {wrong.map((w) => (
              <Box key={w.number} color="rust" mt="2px">
                <Mono>{w.number}</Mono>: {w.reason} {w.hint}
              </Box>
            ))}
          </Box>
          <TextField form={form} at="afterwards" mono help="An extension, *86, or nothing: the call ends." />
        </>
      }
    >
      {form.dirty && impact.isSuccess && <RingsElsewhere impact={impact.data} />}
    </FormDialog>
  )
}

const numbers = (text: string) => text.split(/[\s,;]+/).filter((n) => n !== '')
