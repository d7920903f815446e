import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { Fragment } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { clock } from '../../kit/Age'
import { Act, Faded, Grid, Heading, Mono } from '../../kit/basics'
import { ConfirmAct } from '../../kit/ConfirmAct'
import { CutMiddle } from '../../kit/CutMiddle'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { BroughtDevice } from './BroughtDevice'
import { type View, type Whole, size, useBrought } from './queries'

/** One thing that was brought, with the devices in it. */
export function OneBrought({ id }: { id: number }) {
  return (
    <Box p="14px 22px 24px">
      <Shown query={useBrought(id)} what="What was brought">
        {(whole) => <Opened whole={whole} />}
      </Shown>
    </Box>
  )
}

function Opened({ whole }: { whole: Whole }) {
  const b = whole.brought
  const [address, setAddress] = useSearchParams()
  const chosen = Number(address.get('device') ?? 0)
  const reading = b.state === 'READING'
  return (
    <>
      <Flex justify="space-between" gap="16px" align="start">
        <Box minW="0">
          <chakra.h2 fontSize="17px" fontWeight={700} overflowWrap="anywhere">
            {b.name}
          </chakra.h2>
          <Faded>
            brought by {b.who}, {size(b.bytes)} · {b.packets.toLocaleString('en')}{' '}
            {b.kind === 'log' ? 'lines' : 'packets'}, {b.sip.toLocaleString('en')} SIP{' '}
            {b.sip === 1 ? 'message' : 'messages'}
            {b.first && b.last && ` · ${day(b.first)} ${clock(b.first)} to ${clock(b.last)}`}
          </Faded>
        </Box>
        <Ends brought={b} />
      </Flex>
      {reading && (
        <Box mt="8px" color="amberText" fontWeight={600} role="status">
          Being read: what is found so far stands below.
        </Box>
      )}
      {b.state === 'WAITING' && (
        <Box mt="8px" color="amberText" role="status">
          Nothing came yet.
        </Box>
      )}
      {b.trouble && (
        <Box mt="8px" color="rust" fontWeight={600}>
          {b.trouble}
        </Box>
      )}
      {whole.doubts.length > 0 && (
        <Box as="ul" mt="8px" pl="18px" listStyleType="disc" color="faded">
          {whole.doubts.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </Box>
      )}
      <Devices
        whole={whole}
        chosen={chosen}
        onChoose={(d) =>
          setAddress(
            (now) => {
              if (d === chosen) now.delete('device')
              else now.set('device', String(d))
              return now
            },
            { replace: true },
          )
        }
      />
      <Strangers whole={whole} />
    </>
  )
}

const day = (at: string) => at.slice(0, 10)

/** Ends its reading, or lets go of it. */
function Ends({ brought: b }: { brought: View }) {
  const session = useSession().data
  const navigate = useNavigate()
  const queries = useQueryClient()
  const again = () => void queries.invalidateQueries({ queryKey: ['brought'] })
  const cancel = useChange(
    () => unwrap(client.POST('/api/brought/{id}/cancel', { params: { path: { id: b.id } } })),
    again,
  )
  const remove = useChange(
    () => unwrap(client.DELETE('/api/brought/{id}', { params: { path: { id: b.id } } })),
    () => {
      again()
      void navigate('/triage/brought')
    },
  )
  if (session == null || session.role === 'VIEWER') return null
  return (
    <Box flexShrink={0} textAlign="right">
      {b.state === 'READING' ? (
        <Act onClick={() => cancel.mutate(undefined)}>Cancel</Act>
      ) : (
        <ConfirmAct
          label="Remove"
          question="Remove it for good? What was seen here stays."
          onConfirm={() => remove.mutate(undefined)}
        />
      )}
      <Trouble error={cancel.error ?? remove.error} />
    </Box>
  )
}

type DevicesProps = { whole: Whole; chosen: number; onChoose: (device: number) => void }

function Devices({ whole, chosen, onChoose }: DevicesProps) {
  const { brought: b, devices } = whole
  const held = devices.filter((d) => d.held).length
  if (devices.length === 0)
    return b.state === 'READ' || b.state === 'BROKEN' ? (
      <Box mt="16px">
        {b.sip === 0 ? 'There is no SIP in it that can be read.' : 'Nothing in it is of a device on record.'}
      </Box>
    ) : null
  return (
    <Box mt="16px">
      <Heading>
        {b.devices >= 0 ? b.devices : devices.length} {devices.length === 1 ? 'device' : 'devices'} in it
        {held > 0 && `; something is wrong with ${held}`}
        {b.devices > devices.length && ` · the first ${devices.length} are shown`}
      </Heading>
      <Grid mt="4px">
        <thead>
          <tr>
            <th>Device</th>
            <th>Matched by</th>
            <th>Last seen in it</th>
            <th>What it shows</th>
          </tr>
        </thead>
        <tbody>
          {devices.map((d) => (
            <Fragment key={d.id}>
              <chakra.tr bg={d.id === chosen ? 'fjordBg' : undefined}>
                <td>
                  <Act kind="quiet" aria-expanded={d.id === chosen} onClick={() => onChoose(d.id)} pl="0">
                    <CutMiddle text={d.label} />
                  </Act>
                  <Mono color="faded" display="block">
                    {d.mac}
                  </Mono>
                </td>
                <td title={d.matchedBy.join(', ')}>{d.matchedBy[0]}</td>
                <td>
                  <Mono>{clock(d.last)}</Mono>
                </td>
                <chakra.td color={d.held ? 'rust' : 'ink'} fontWeight={d.held ? 600 : 400}>
                  {d.sentence}
                </chakra.td>
              </chakra.tr>
              {d.id === chosen && (
                <tr>
                  <td colSpan={4}>
                    <BroughtDevice brought={b.id} device={d} reading={b.state === 'READING'} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </Grid>
    </Box>
  )
}

/** Those in it who are nobody on record. */
function Strangers({ whole }: { whole: Whole }) {
  const few = whole.strangers.slice(0, 20)
  if (few.length === 0) return null
  return (
    <Box mt="20px">
      <Heading>Nobody on record, {whole.strangers.length}</Heading>
      <Grid mt="4px">
        <thead>
          <tr>
            <th>Who it says it is</th>
            <th>From</th>
            <th>Observations</th>
            <th>Answered last</th>
          </tr>
        </thead>
        <tbody>
          {few.map((s) => (
            <tr key={`${s.mac} ${s.number} ${s.domain} ${s.host}`}>
              <td>
                <Mono>{s.number ? `${s.number}@${s.domain}` : s.domain || s.mac || '—'}</Mono>
                {(s.number || s.domain) && s.mac && (
                  <Mono color="faded" display="block">
                    {s.mac}
                  </Mono>
                )}
              </td>
              <td>
                <Mono>{s.host}</Mono>
              </td>
              <td>{s.seen}</td>
              <td>{s.answer || 'nothing seen'}</td>
            </tr>
          ))}
        </tbody>
      </Grid>
    </Box>
  )
}
