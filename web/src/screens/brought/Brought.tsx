import { Box, Flex } from '@chakra-ui/react'
import { useParams } from 'react-router'
import { useSession } from '../../api/queries'
import { ListBeside } from '../../frame/ListBeside'
import { Age } from '../../kit/Age'
import { Faded, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { Tabs } from '../../kit/Tabs'
import { TRIAGE_TABS } from '../triage/tabs'
import { BringActs } from './BringActs'
import { OneBrought } from './OneBrought'
import { type View, size, useAllBrought, useSyslog } from './queries'

/** Captures and logs that somebody brought: what is in them of devices, and what the rules say by them alone. */
export function Brought() {
  const all = useAllBrought()
  const chosen = Number(useParams().brought ?? 0)
  const session = useSession().data
  const mayBring = session != null && session.role !== 'VIEWER'
  if (!all.data)
    return (
      <Box p="14px 18px">
        <Title>Triage</Title>
        <Shown query={all} what="What was brought">
          {() => null}
        </Shown>
      </Box>
    )
  const open = all.data.find((b) => b.id === chosen) ?? all.data[0]
  return (
    <ListBeside
      label="Evidence from elsewhere"
      width={{ base: '300px', xl: '340px' }}
      head={
        <Box p="14px 18px 12px">
          <Title>Triage</Title>
          <Box mt="6px" mb="12px">
            <Tabs label="Triage" tabs={TRIAGE_TABS} />
          </Box>
          {mayBring && <BringActs />}
        </Box>
      }
      more={<Syslog />}
      entries={all.data.map((b) => ({
        to: `/triage/brought/${b.id}`,
        chosen: b === open,
        shown: <Line brought={b} />,
      }))}
    >
      {open ? (
        <OneBrought key={open.id} id={open.id} />
      ) : (
        <Empty title="Nothing was brought yet">
          A capture from a phone’s port or a router, or the log of a registrar, shows what cannot be seen from
          here. Each device in it is found by its instance, MAC, extension or address, and judged by the same
          rules.
        </Empty>
      )}
    </ListBeside>
  )
}

const STATES: Record<View['state'], string> = {
  WAITING: 'waits for its first byte',
  READING: 'is being read',
  READ: '',
  BROKEN: 'broke off',
  CANCELLED: 'cancelled',
}

function Line({ brought: b }: { brought: View }) {
  return (
    <Box minW="0">
      <Flex justify="space-between" gap="10px">
        <Box fontWeight={700} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" title={b.name}>
          {b.name}
        </Box>
        <Faded flexShrink={0}>
          <Age at={b.begun} />
        </Faded>
      </Flex>
      <Box color="faded" fontSize="12.5px">
        {b.devices >= 0 &&
          b.state !== 'WAITING' &&
          `${b.devices} ${b.devices === 1 ? 'device' : 'devices'} · `}
        {size(b.bytes)}
        {STATES[b.state] && (
          <Box as="span" color={b.state === 'BROKEN' ? 'rust' : 'amberText'} fontWeight={600}>
            {' · '}
            {STATES[b.state]}
          </Box>
        )}
      </Box>
    </Box>
  )
}

/** Where phones may send what they write down, for as long as the server runs. */
function Syslog() {
  const syslog = useSyslog().data
  if (!syslog) return null
  return (
    <Box p="14px 18px" fontSize="12.5px" color="faded">
      Phones may send their syslog to <Mono>{syslog.address}</Mono>. Lines that name a MAC become evidence of
      that device: {syslog.taken} did, {syslog.passedOver} named nobody.
    </Box>
  )
}
