import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useExtensions } from '../../api/queries'
import { Act, Entry, Faded } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

/** Which extension is on which line. */
export function EditLines({ device, onClose }: { device: Schemas['DeviceSheet']; onClose: () => void }) {
  const [numbers, setNumbers] = useState(device.lines.length > 0 ? device.lines.map((l) => l.number) : [''])
  const extensions = useExtensions(device.domainId, '').data ?? []
  const save = useChange(
    () =>
      unwrap(
        client.PUT('/api/devices/{id}/lines', { params: { path: { id: device.id } }, body: { numbers } }),
      ),
    onClose,
  )
  const problem = asProblem(save.error)
  const pointers = numbers.map((_, i) => `/numbers/${i}`)
  return (
    <Dialog
      title={`Lines of ${device.label}`}
      onClose={onClose}
      width="440px"
      footer={
        <>
          <Act kind="main" disabled={save.isPending} onClick={() => save.mutate(undefined)}>
            Bind
          </Act>
          <Faded>Nothing reaches the phone before you release it.</Faded>
        </>
      }
    >
      <datalist id="extensions">
        {extensions.map((e) => (
          <option key={e.id} value={e.number}>
            {e.displayName}
          </option>
        ))}
      </datalist>
      <Box display="grid" gap="10px">
        {numbers.map((number, i) => (
          <Field key={i} label={`Line ${i + 1}`} problem={problem?.at(`/numbers/${i}`)}>
            <Entry
              list="extensions"
              fontFamily="mono"
              width="100%"
              inputMode="numeric"
              placeholder="an extension"
              value={number}
              onChange={(e) => setNumbers(numbers.with(i, e.target.value))}
            />
          </Field>
        ))}
      </Box>
      <Box mt="10px">
        <Act kind="quiet" onClick={() => setNumbers([...numbers, ''])}>
          One more line
        </Act>
        {numbers.length > 1 && (
          <Act kind="quiet" onClick={() => setNumbers(numbers.slice(0, -1))}>
            One less
          </Act>
        )}
      </Box>
      <Trouble error={save.error} shownAt={pointers} />
    </Dialog>
  )
}
