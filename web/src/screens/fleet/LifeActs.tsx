import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Faded } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
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
  return (
    <Box mt="18px">
      <Flex gap="12px" wrap="wrap">
        {device.standing === 'IN_USE' ? (
          <>
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
      <Trouble error={claim.error ?? back.error} />
      {open === 'replace' && <Replace device={device} onClose={() => setOpen(undefined)} />}
      {(open === 'SPARE' || open === 'RETIRED') && (
        <TakeOut device={device} standing={open} onClose={() => setOpen(undefined)} />
      )}
    </Box>
  )
}

function Replace({ device, onClose }: { device: Device; onClose: () => void }) {
  const [mac, setMac] = useState('')
  const replace = useChange(
    () =>
      unwrap(
        client.POST('/api/devices/{id}/replace', { params: { path: { id: device.id } }, body: { mac } }),
      ),
    (done) => {
      tellDone({ actId: done.actId, text: `${device.label} has another box.` })
      onClose()
    },
  )
  return (
    <Dialog title={`Another box for ${device.label}`} onClose={onClose} width="460px">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          replace.mutate(undefined)
        }}
      >
        <p>
          The new box takes over everything: lines, template, settings, history. It fetches the released
          configuration as soon as it is plugged in.
        </p>
        <Box mt="10px">
          <Field label="MAC on the new box" problem={asProblem(replace.error)?.at('/mac')}>
            <Entry
              autoFocus
              fontFamily="mono"
              width="100%"
              value={mac}
              onChange={(e) => setMac(e.target.value)}
            />
          </Field>
        </Box>
        <Trouble error={replace.error} shownAt={['/mac']} />
        <Box mt="12px">
          <Act kind="main" type="submit" disabled={replace.isPending || mac.trim() === ''}>
            Replace {device.mac}
          </Act>
        </Box>
      </form>
    </Dialog>
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
