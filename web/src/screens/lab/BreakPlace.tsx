import { Box } from '@chakra-ui/react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Faded } from '../../kit/basics'
import { ChoiceField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import type { Kind, Place } from './queries'

const LABELS = {
  kind: 'What goes wrong',
  amount: 'How much',
  inMinutes: 'Begins in minutes',
  minutes: 'Lasts minutes',
} as const

type Props = { place: Place; kinds: Kind[]; onClose: () => void }

/** Something is made to go wrong at a place: now or later, for a while or until somebody mends it. */
export function BreakPlace({ place, kinds, onClose }: Props) {
  const fitting = kinds.filter(
    (k) => k.at.includes(place.where) && !place.faults.some((f) => f.kind === k.kind),
  )
  const form = useForm({
    what: 'a fault',
    labels: LABELS,
    known: {
      kind: fitting[0]?.kind as Kind['kind'],
      amount: fitting[0]?.usual ?? 0,
      inMinutes: 0,
      minutes: 0,
    },
    send: (wish) =>
      unwrap(
        client.POST('/api/lab/faults', {
          body: { ...wish, where: place.where, key: place.key },
        }),
      ),
    kept: onClose,
  })
  const kind = fitting.find((k) => k.kind === form.values.kind)
  return (
    <FormDialog
      form={form}
      title={`Break something: ${place.name}`}
      main="Break it"
      onClose={onClose}
      width="440px"
      fields={
        <>
          <ChoiceField
            form={form}
            at="kind"
            options={fitting.map((k) => [k.kind, k.words] as const)}
            along={(chosen) => ({ amount: fitting.find((k) => k.kind === chosen)?.usual ?? 0 })}
          />
          <Box minH="38px">
            <Faded>{kind?.seen}</Faded>
          </Box>
          {kind?.unit && (
            <WholeField form={form} at="amount" help={`${kind.least} to ${kind.most} ${kind.unit}`} />
          )}
          <WholeField form={form} at="inMinutes" help="0: at once." />
          <WholeField form={form} at="minutes" help="0: until somebody mends it." />
        </>
      }
    />
  )
}
