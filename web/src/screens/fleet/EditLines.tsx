import { Box } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useExtensions } from '../../api/queries'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Entry, Faded } from '../../kit/basics'
import { Field } from '../../kit/Field'

/** Which extension is on which line. */
export function EditLines({ device, onClose }: { device: Schemas['DeviceSheet']; onClose: () => void }) {
  const extensions = useExtensions(device.domainId, '').data ?? []
  const form = useForm({
    what: `the lines of ${device.label}`,
    labels: { numbers: 'Lines' },
    known: { numbers: byPosition(device) },
    version: device.version,
    send: ({ numbers }, version) =>
      unwrap(
        client.PUT('/api/devices/{id}/lines', {
          params: { path: { id: device.id } },
          body: { numbers, version },
        }),
      ),
    kept: onClose,
  })
  const { numbers } = form.values
  const adapter = device.kind === 'ADAPTER'
  return (
    <FormDialog
      form={form}
      title={`Lines of ${device.label}`}
      main="Bind"
      onClose={onClose}
      width="440px"
      more={<Faded>Nothing reaches the phone before you release it.</Faded>}
      fields={numbers.map((number, i) => (
        <Field
          key={i}
          label={`${adapter ? 'Socket' : 'Line'} ${i + 1}`}
          problem={form.problem?.at(`/numbers/${i}`)}
        >
          <Entry
            list="extensions"
            fontFamily="mono"
            width="100%"
            inputMode="numeric"
            placeholder="an extension"
            value={number}
            onChange={(e) => form.set({ numbers: numbers.with(i, e.target.value) })}
          />
        </Field>
      ))}
    >
      <datalist id="extensions">
        {extensions.map((e) => (
          <option key={e.id} value={e.number}>
            {e.displayName}
          </option>
        ))}
      </datalist>
      <Box mt="10px">
        <Act kind="quiet" onClick={() => form.set({ numbers: [...numbers, ''] })}>
          One more {adapter ? 'socket' : 'line'}
        </Act>
        {numbers.length > 1 && (
          <Act kind="quiet" onClick={() => form.set({ numbers: numbers.slice(0, -1) })}>
            One less
          </Act>
        )}
      </Box>
    </FormDialog>
  )
}

/** The number at each line, also where an adapter’s first sockets are empty. */
function byPosition(device: Schemas['DeviceSheet']) {
  const last = Math.max(1, ...device.lines.map((l) => l.position))
  return Array.from({ length: last }, (_, i) => device.lines.find((l) => l.position === i + 1)?.number ?? '')
}
