import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useDevice } from '../../api/queries'
import { DevicePicker } from '../../kit/DevicePicker'
import { Dialog } from '../../kit/Dialog'
import { placed } from '../../kit/placed'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Props = { stray: Schemas['StrayView']; onClose: () => void; onOpen: (deviceId: number) => void }

/** Says which device a stray is; its number becomes a line of it where it is none yet. */
export function StrayIs({ stray, onClose, onOpen }: Props) {
  const [chosen, setChosen] = useState(stray.holderId ?? 0)
  const device = useDevice(chosen).data
  const numbers = device?.lines.map((l) => l.number) ?? []
  const hasIt = numbers.includes(stray.number)
  const say = useChange(
    async () => {
      if (!device) return
      if (!hasIt) {
        await unwrap(
          client.PUT('/api/devices/{id}/lines', {
            params: { path: { id: chosen } },
            body: { numbers: placed(numbers, stray.number), version: device.version },
          }),
        )
      }
      await unwrap(
        client.PUT('/api/strays/{id}/device', {
          params: { path: { id: stray.id } },
          body: { deviceId: chosen },
        }),
      )
    },
    () => {
      onClose()
      onOpen(chosen)
    },
  )
  return (
    <Dialog
      title={`Which device registers as ${stray.number}?`}
      onClose={onClose}
      width="480px"
      footer={
        <Act kind="main" disabled={!device || say.isPending} onClick={() => say.mutate(undefined)}>
          {device ? `It is ${device.label}` : 'Choose a device'}
        </Act>
      }
    >
      <p>
        What was seen of {stray.address} goes to that device, and so does what comes from there under{' '}
        {stray.number} from now on.
      </p>
      <Box mt="10px">
        <DevicePicker label="Device" value={chosen} onChoose={setChosen} />
      </Box>
      {device && !hasIt && (
        <Box mt="8px">
          {stray.number} becomes line {placed(numbers, stray.number).indexOf(stray.number) + 1} of{' '}
          {device.label}. <Faded>It is released to it like any other change.</Faded>
        </Box>
      )}
      <Trouble error={say.error} />
    </Dialog>
  )
}
