import { Box } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { TextField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Faded } from '../../kit/basics'
import { Missing } from '../../kit/Shown'
import { useDiversions, useRingImpact } from './queries'
import { RingsElsewhere } from './RingsElsewhere'

type Props = { domainId: number; number: string; onClose: () => void }

/** Where the registrar sends calls of an extension instead. */
export function Divert(props: Props) {
  const known = useDiversions(props.domainId, props.number)
  return known.data ? (
    <Dialog {...props} known={known.data} />
  ) : (
    <Missing query={known} what={`Where calls of ${props.number} go`} />
  )
}

const LABELS = {
  always: 'Always',
  busy: 'When it is busy',
  unanswered: 'When nobody answers',
  afterSeconds: 'For so many seconds',
  unreachable: 'When nothing is there to ring',
  also: 'At the same time',
} as const

function Dialog({ domainId, number, onClose, known }: Props & { known: Schemas['DiversionsForm'] }) {
  const form = useForm({
    what: `where calls of ${number} go`,
    labels: LABELS,
    known: {
      always: known.always ?? '',
      busy: known.busy ?? '',
      unanswered: known.unanswered ?? '',
      afterSeconds: known.afterSeconds,
      unreachable: known.unreachable ?? '',
      also: known.also ?? '',
    },
    version: known.version,
    send: (wish, version) =>
      unwrap(
        client.PUT('/api/calls/diversions', {
          params: { query: { domainId, number } },
          body: { ...wish, version },
        }),
      ),
    kept: onClose,
  })
  const impact = useRingImpact(form.values, form.dirty, (wish) =>
    unwrap(
      client.POST('/api/calls/diversions/impact', {
        params: { query: { domainId, number } },
        body: { ...wish, version: known.version },
      }),
    ),
  )
  return (
    <FormDialog
      form={form}
      title={`Calls for ${number} go to`}
      main="Keep the changes"
      onClose={onClose}
      width="520px"
      columns="1fr 1fr"
      fields={
        <>
          <TextField form={form} at="always" mono autoFocus />
          <TextField form={form} at="busy" mono />
          <TextField form={form} at="unanswered" mono />
          <WholeField form={form} at="afterSeconds" min={5} max={120} />
          <TextField form={form} at="unreachable" mono />
          <TextField
            form={form}
            at="also"
            mono
            help="Rings with its own devices: a mobile, or another desk."
          />
        </>
      }
    >
      {form.dirty && impact.isSuccess && <RingsElsewhere impact={impact.data} />}
      <Box mt="12px">
        <Faded>
          An extension, a group, or what is dialled for a number outside; nothing for nowhere. The registrar
          does it, from this moment on: no phone has to take a new configuration. Where a phone diverts calls
          as well, the one that comes first wins: <i>always</i> here, <i>busy</i> on the phone, and of two
          waits the shorter.
        </Faded>
      </Box>
    </FormDialog>
  )
}
