import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Faded } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'

type Device = Schemas['DeviceSheet']

/** What happens to a box in its life: replaced, put on the shelf, retired, brought back. */
export function LifeActs({ device }: { device: Device }) {
  const [open, setOpen] = useState<'replace' | 'SPARE' | 'RETIRED' | undefined>()
  const path = { params: { path: { id: device.id } } }
  const claim = useChange(
    () => unwrap(client.POST('/api/devices/{id}/claim', path)),
    (done) => tellDone({ actId: done.actId, text: `${device.label} has a new claim code.` }),
  )
  const back = useChange(
    () => unwrap(client.PUT('/api/devices/{id}/standing', { ...path, body: { standing: 'IN_USE' } })),
    (done) => tellDone({ actId: done.actId, text: `${device.label} is in use again.` }),
  )
  const byHand = useChange(() =>
    unwrap(client.PUT('/api/devices/{id}/by-hand', { ...path, body: { on: !device.byHand } })),
  )
  return (
    <Box mt="18px">
      <Flex gap="12px" wrap="wrap">
        {device.standing === 'IN_USE' ? (
          <>
            {device.kind !== 'SOFTPHONE' && (
              <Act
                kind="quiet"
                title={
                  device.byHand
                    ? 'It is released and fetches like any other'
                    : 'Nothing is released to it; its credentials card says what to type'
                }
                onClick={() => byHand.mutate(undefined)}
              >
                {device.byHand ? 'Give it files again' : 'Set it by hand'}
              </Act>
            )}
            <Act kind="quiet" onClick={() => setOpen('replace')}>
              {device.mac.startsWith('claim') ? 'Give it its MAC…' : 'Replace the box…'}
            </Act>
            {device.mac.startsWith('claim') && (
              <Act kind="quiet" onClick={() => claim.mutate(undefined)}>
                New claim code
              </Act>
            )}
            <Act kind="quiet" onClick={() => setOpen('SPARE')}>
              Put on the shelf…
            </Act>
            <Act kind="quiet" onClick={() => setOpen('RETIRED')}>
              Retire…
            </Act>
          </>
        ) : (
          <Act onClick={() => back.mutate(undefined)}>Take it into use again</Act>
        )}
      </Flex>
      <Trouble error={claim.error ?? back.error ?? byHand.error} />
      {open === 'replace' && <Replace device={device} onClose={() => setOpen(undefined)} />}
      {(open === 'SPARE' || open === 'RETIRED') && (
        <TakeOut device={device} standing={open} onClose={() => setOpen(undefined)} />
      )}
    </Box>
  )
}

function Replace({ device, onClose }: { device: Device; onClose: () => void }) {
  const form = useForm({
    what: `another box for ${device.label}`,
    labels: { mac: 'MAC on the new box' },
    known: { mac: '' },
    send: (wish) =>
      unwrap(client.POST('/api/devices/{id}/replace', { params: { path: { id: device.id } }, body: wish })),
    kept: (done) => {
      tellDone({ actId: done.actId, text: `${device.label} has another box.` })
      onClose()
    },
  })
  return (
    <FormDialog
      form={form}
      title={`Another box for ${device.label}`}
      main={`Replace ${device.mac}`}
      ready={form.values.mac.trim() !== ''}
      onClose={onClose}
      width="460px"
      fields={
        <>
          <p>
            The new box takes over everything: lines, template, settings, history. It fetches the released
            configuration as soon as it is plugged in.
          </p>
          <TextField form={form} at="mac" mono autoFocus />
        </>
      }
    />
  )
}

type OutProps = { device: Device; standing: 'SPARE' | 'RETIRED'; onClose: () => void }

/** Says what will happen before it happens. */
function TakeOut({ device, standing, onClose }: OutProps) {
  const path = { params: { path: { id: device.id } } }
  const sharing = useQuery({
    queryKey: ['device', device.id, 'sharing'],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/sharing', path)),
  })
  const out = useChange(
    () => unwrap(client.PUT('/api/devices/{id}/standing', { ...path, body: { standing } })),
    (done) => {
      tellDone({
        actId: done.actId,
        text: `${device.label} is ${standing === 'SPARE' ? 'a spare' : 'retired'}.`,
      })
      onClose()
    },
  )
  const numbers = device.lines.map((l) => l.number).filter(Boolean)
  return (
    <Dialog
      title={standing === 'SPARE' ? `${device.label} goes on the shelf` : `Retire ${device.label}`}
      onClose={onClose}
      width="460px"
      footer={
        <Act kind="danger" disabled={out.isPending} onClick={() => out.mutate(undefined)}>
          {standing === 'SPARE' ? 'Put on the shelf' : 'Retire'}
        </Act>
      }
    >
      <p>
        It gives up {numbers.length > 0 ? `its lines (${numbers.join(', ')})` : 'its lines'} and is answered
        no more. Its history stays.
      </p>
      {numbers.length > 0 && (
        <Box mt="8px">
          The passwords it still holds are changed.{' '}
          <Shown query={sharing} what="Who shares its extensions">
            {(others) =>
              others.length > 0 ? (
                <b>{others.join(', ')} must be released again.</b>
              ) : (
                <Faded>No other device has these extensions.</Faded>
              )
            }
          </Shown>
        </Box>
      )}
      <Trouble error={out.error} />
    </Dialog>
  )
}
