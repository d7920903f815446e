import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link, useParams, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useNumberCauses, useSession, useTriage } from '../../api/queries'
import { ListBeside } from '../../frame/ListBeside'
import { Age } from '../../kit/Age'
import { Faded, Grid, Heading, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Rail } from '../../kit/Rail'
import { Shown } from '../../kit/Shown'
import { STOPS } from '../../kit/stops'
import { Tabs } from '../../kit/Tabs'
import { Trouble } from '../../kit/Trouble'
import { CauseActs, GroupRemedy } from './CauseActs'
import { TRIAGE_TABS } from './tabs'
import { TriageFilters } from './TriageFilters'
import { WhatTheyShare } from './WhatTheyShare'

type Cause = Schemas['CauseView']

const key = (cause: Cause) => `${cause.cause}~${cause.variant}`
const stopName = (cause: Cause) => STOPS.find(([s]) => s === cause.stop)?.[1] ?? ''
const where = (cause: Cause) => (cause.leavesDialTone ? 'with dial tone' : stopName(cause))
const tone = (cause: Cause) =>
  cause.leavesDialTone ? 'amberText' : cause.cause === 'lapsed' ? 'slateText' : 'rust'
const devices = (n: number) => `${n} ${n === 1 ? 'device' : 'devices'}`

/** Causes, those with most devices first, each with its devices. */
export function Triage() {
  const [address, setAddress] = useSearchParams()
  const filter = {
    site: Number(address.get('site') ?? 0),
    model: address.get('model') ?? '',
    hours: Number(address.get('hours') ?? 0),
    mine: address.get('mine') === '1',
  }
  const triage = useTriage(filter)
  const me = useSession().data?.name
  const search = address.size > 0 ? `?${address.toString()}` : ''
  const isNarrow = search !== ''
  const numbers = useNumberCauses().data ?? []
  const chosen = useParams().cause
  const causes = (triage.data ?? []).filter((c) => !filter.mine || c.mark.takenBy === me)
  const open = causes.find((c) => key(c) === chosen) ?? causes[0]
  const count = (of: Cause[]) => of.reduce((sum, c) => sum + c.count, 0)
  const held = count(causes.filter((c) => !c.leavesDialTone))
  const beside = count(causes) - held
  if (!triage.data)
    return (
      <Box p="14px 18px">
        <Title>Triage</Title>
        <Shown query={triage} what="What is held">
          {() => null}
        </Shown>
      </Box>
    )
  if (causes.length === 0 && numbers.length === 0 && !isNarrow) {
    return (
      <>
        <Box p="14px 18px 0">
          <Tabs label="Triage" tabs={TRIAGE_TABS} />
        </Box>
        <Empty title="No device is held">Every phone that was released to is on its way or carries.</Empty>
      </>
    )
  }
  return (
    <ListBeside
      label="Causes"
      width={{ base: '320px', xl: '372px' }}
      mark="rust"
      head={
        <Box p="14px 18px 10px">
          <Title>Triage</Title>
          <Box mt="6px" mb="8px">
            <Tabs label="Triage" tabs={TRIAGE_TABS} />
          </Box>
          <Faded>
            {devices(held)} held or silent{beside > 0 && `, ${beside} with something else`} · {causes.length}{' '}
            {causes.length === 1 ? 'cause' : 'causes'}
          </Faded>
          <TriageFilters
            filter={filter}
            onFilter={(next) =>
              setAddress(
                (now) => {
                  const all = { ...filter, ...next }
                  const set = (name: string, value: string) =>
                    value ? now.set(name, value) : now.delete(name)
                  set('site', all.site > 0 ? String(all.site) : '')
                  set('model', all.model)
                  set('hours', all.hours > 0 ? String(all.hours) : '')
                  set('mine', all.mine ? '1' : '')
                  return now
                },
                { replace: true },
              )
            }
          />
          {causes.length === 0 && isNarrow && <Faded>Nothing of that is held.</Faded>}
          <Trouble error={triage.error} />
        </Box>
      }
      more={numbers.length > 0 && <NumbersThatRingNothing causes={numbers} />}
      entries={causes.map((cause) => ({
        to: `/triage/${encodeURIComponent(key(cause))}${search}`,
        chosen: cause === open,
        shown: <CauseLine cause={cause} />,
      }))}
    >
      {open ? (
        <OpenCause cause={open} />
      ) : (
        <Empty title="No device is held">
          What is left rings nothing by what is on record: see at the left.
        </Empty>
      )}
    </ListBeside>
  )
}

function CauseLine({ cause }: { cause: Cause }) {
  const few = cause.devices.slice(0, 3).map((d) => d.label)
  return (
    <Flex justify="space-between" gap="12px" opacity={cause.aside ? 0.65 : 1}>
      <Box minW="0">
        <b>{cause.title}</b>
        <Box color="faded">{cause.sentence}</Box>
        <Box fontSize="12px" mt="2px">
          {few.join(', ')}
          {cause.count > few.length && ` and ${cause.count - few.length} more`}
        </Box>
        <Box color="faded" fontSize="12px">
          {cause.since && <Age at={cause.since} />} · {where(cause)}
          {cause.mark.takenBy && ` · ${cause.mark.takenBy}`}
          {cause.aside && (cause.mark.closedAt ? ' · closed' : ' · set aside')}
        </Box>
      </Box>
      <Mono fontSize="17px" fontWeight={700} color={tone(cause)}>
        {cause.count}
      </Mono>
    </Flex>
  )
}

/** What no phone can help: calls that are sent where nobody is, each reason with where it is mended. */
function NumbersThatRingNothing({ causes }: { causes: Schemas['NumberCause'][] }) {
  return (
    <Box as="section" aria-label="Numbers that ring nothing" px="18px" pt="16px" pb="20px">
      <Heading>Numbers that ring nothing, whoever is there</Heading>
      {causes.map((c) => (
        <Flex key={`${c.domainId}~${c.end}`} justify="space-between" gap="12px" mt="8px">
          <Box minW="0">
            <chakra.b color="fjord">
              <Link to={`/calls/nothing?domain=${c.domainId}&end=${c.end}`}>{c.title}</Link>
            </chakra.b>
            <Box color="faded">{c.sentence}</Box>
            <Box fontSize="12px" mt="2px">
              <Mono>{c.some.join(', ')}</Mono>
              {c.count > c.some.length && ` and ${c.count - c.some.length} more`}
              <Faded> · {c.domain}</Faded>
            </Box>
          </Box>
          <Mono fontSize="17px" fontWeight={700} color="amberText">
            {c.count}
          </Mono>
        </Flex>
      ))}
    </Box>
  )
}

function OpenCause({ cause }: { cause: Cause }) {
  const differ = new Set(cause.devices.map((d) => d.sentence)).size > 1
  return (
    <section>
      <Flex align="baseline" gap="14px" wrap="wrap">
        <Title>{cause.title}</Title>
        <Faded>
          {devices(cause.count)}, {cause.leavesDialTone ? where(cause) : `held at ${where(cause)}`}
        </Faded>
      </Flex>
      <Box mt="8px" maxW="720px" fontSize="15px">
        {cause.sentence}
      </Box>
      <CauseActs cause={cause} />
      <GroupRemedy key={key(cause)} cause={cause} />
      {cause.count > 1 && <WhatTheyShare cause={cause.cause} variant={cause.variant} />}
      <Heading mt="22px" mb="4px">
        The devices
      </Heading>
      <Grid>
        <thead>
          <tr>
            <th>Path</th>
            <th>Device</th>
            {differ && <th>What it did</th>}
            <th>Site</th>
          </tr>
        </thead>
        <tbody>
          {cause.devices.map((d) => (
            <tr key={d.id}>
              <td>
                <Rail rail={d.rail} />
              </td>
              <td>
                <chakra.b color="fjord">
                  <Link to={`/fleet/${d.id}`}>{d.label}</Link>
                </chakra.b>
                <Box color="faded" fontSize="12px">
                  <Mono>{d.mac}</Mono> · {d.model}
                </Box>
              </td>
              {differ && <td>{d.sentence}</td>}
              <chakra.td color="faded" whiteSpace="nowrap">
                {d.site}
              </chakra.td>
            </tr>
          ))}
        </tbody>
      </Grid>
      <Box mt="14px" color="faded">
        Open a device for its match sheet and the remedy, or hand all of it to somebody else as a{' '}
        <chakra.a
          color="fjord"
          fontWeight={600}
          href={`/api/casefile/causes/${cause.cause}?${new URLSearchParams({ variant: cause.variant }).toString()}`}
          download
        >
          casefile
        </chakra.a>
        .
      </Box>
    </section>
  )
}
