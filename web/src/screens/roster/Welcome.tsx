import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Faded, Grid, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { QrCode } from '../../kit/QrCode'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'

type Line = Schemas['WelcomeLine']
type Device = Schemas['WelcomeDevice']
type Link = Schemas['PinLink']

/** What a person gets about their phone, on one sheet: nothing secret is on it, a PIN is told by a link, once. */
export function Welcome({ personId, onClose }: { personId: number; onClose: () => void }) {
  const path = { params: { path: { id: personId } } }
  const sheet = useQuery({
    queryKey: ['people', 'welcome', personId],
    queryFn: () => unwrap(client.GET('/api/people/{id}/welcome', path)),
  })
  const [links, setLinks] = useState<Record<number, Link>>({})
  const make = useChange(
    (extensionId: number) => unwrap(client.POST('/api/pin-links', { body: { extensionId } })),
    (link, extensionId) => setLinks((before) => ({ ...before, [extensionId]: link })),
  )
  const unlinked = sheet.data?.lines.filter((l) => l.hasPin && !links[l.extensionId]) ?? []
  return (
    <Dialog
      title={`Welcome sheet${sheet.data ? ` of ${sheet.data.name}` : ''}`}
      onClose={onClose}
      width="660px"
      footer={
        <>
          <Act kind="main" disabled={!sheet.data} onClick={() => window.print()}>
            Print
          </Act>
          {unlinked.map((l) => (
            <Act key={l.number} disabled={make.isPending} onClick={() => make.mutate(l.extensionId)}>
              Add the link to the PIN of {l.number}
            </Act>
          ))}
        </>
      }
    >
      <Shown query={sheet} what="The welcome sheet">
        {(data) => (
          <Box className="print-me">
            <chakra.h2 display="none" _print={{ display: 'block' }} fontSize="20px" fontWeight={700}>
              {data.name}
            </chakra.h2>
            {data.lines.length === 0 && <p>Has no extension yet: there is nothing to say.</p>}
            {data.lines.map((line) => (
              <LineOf key={line.number} line={line} link={links[line.extensionId]} />
            ))}
            {data.devices.map((device) => (
              <DeviceOf key={device.deviceId} device={device} />
            ))}
            {data.lines.length > 0 && (
              <chakra.p mt="14px">
                Emergency: dial <Mono fontWeight={700}>{data.emergency.join(' or ')}</Mono>, from any phone.
              </chakra.p>
            )}
          </Box>
        )}
      </Shown>
      <Trouble error={make.error} />
    </Dialog>
  )
}

function LineOf({ line, link }: { line: Line; link: Link | undefined }) {
  return (
    <Box as="section" aria-label={`Number ${line.number}`} mt="12px">
      <Flex gap="18px" align="start" justify="space-between">
        <Box>
          <Box>
            Your number is{' '}
            <Mono fontSize="20px" fontWeight={700}>
              {line.number}
            </Mono>
          </Box>
          {line.outside.length > 0 && (
            <Box>
              From outside: <Mono>{line.outside.join(', ')}</Mono>
            </Box>
          )}
          {line.voicemail && (
            <Box>
              To hear messages, dial <Mono fontWeight={700}>{line.voicemail}</Mono>
              {line.hasPin ? ' and type your PIN.' : '.'}
            </Box>
          )}
        </Box>
        {link && <PinLink line={line} link={link} />}
      </Flex>
    </Box>
  )
}

function PinLink({ line, link }: { line: Line; link: Link }) {
  return (
    <Box width="190px" flexShrink={0}>
      <QrCode rows={link.qr} label={`Link to the PIN of ${line.number}`} />
      <Box fontSize="12px" mt="4px">
        Your PIN: open this once, until {day(link.expiresAt)}.
      </Box>
      <Mono fontSize="10px" whiteSpace="normal" overflowWrap="anywhere" data-testid="pin-link">
        {window.location.origin + link.path}
      </Mono>
    </Box>
  )
}

const day = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })

function DeviceOf({ device }: { device: Device }) {
  return (
    <Box mt="10px">
      <b>{device.label}</b>{' '}
      <Faded>
        {device.model}, {device.site}
      </Faded>
      {device.claim && (
        <Box>
          It does not know yet whose it is: type <Mono fontWeight={700}>{device.claim}</Mono> on it.
        </Box>
      )}
      {device.isSoftphone && (
        <Box>Its account comes by a link of its own, which your technician gives you.</Box>
      )}
      {device.keys.length > 0 && (
        <Grid mt="4px">
          <tbody>
            {device.keys.map((key) => (
              <tr key={key.place}>
                <chakra.td width="90px">{key.place}</chakra.td>
                <chakra.td fontWeight={600}>{key.label}</chakra.td>
                <td>{key.does}</td>
              </tr>
            ))}
          </tbody>
        </Grid>
      )}
    </Box>
  )
}
