import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { FilterEntry } from '../../kit/FilterEntry'
import { Shown } from '../../kit/Shown'
import { ExchangeActs } from '../roster/ExchangeActs'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { Divert } from './Divert'
import { useCallPath } from './queries'
import { TryCall } from './TryCall'

type Path = Schemas['CallPathView']
type Stop = Schemas['CallStopView']
type Way = Schemas['CallWayView']

/** What rings when a number is called: its call path, to its end. */
export function WhatRings() {
  const { domainId, at, set } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [diverting, setDiverting] = useState('')
  const number = at('number')
  const path = useCallPath(domainId, number)
  return (
    <CallsFrame>
      <Flex gap="10px" align="baseline" wrap="wrap" mb="14px">
        <span>Somebody calls</span>
        <FilterEntry
          label="Number that is called"
          placeholder="extension or outside number"
          width="260px"
          value={number}
          onFilter={(text) => set('number', text.trim())}
        />
        <Flex ml="auto" gap="8px" align="center">
          <Faded>All diversions:</Faded>
          <ExchangeActs what="diversions" domainId={domainId} />
        </Flex>
      </Flex>
      {number === '' ? (
        <Empty title="Does it ring when somebody calls 2413?">
          Type an extension, or an outside number with its country code: the call is followed to every device
          that would ring now, in their order, and to its end.
        </Empty>
      ) : (
        <Shown query={path} what="What rings">
          {(data) => (
            <>
              <Picture path={data} {...(mayChange ? { onDivert: setDiverting } : {})} />
              {mayChange && (data.outside || data.first.number) && (
                <TryCall
                  key={data.outside + data.first.number}
                  domainId={domainId}
                  number={data.outside || data.first.number}
                />
              )}
            </>
          )}
        </Shown>
      )}
      {diverting && <Divert domainId={domainId} number={diverting} onClose={() => setDiverting('')} />}
    </CallsFrame>
  )
}

function Picture({ path, onDivert }: { path: Path; onDivert?: (number: string) => void }) {
  return (
    <>
      <Box
        role="status"
        bg={path.rings ? 'mossBg' : 'rustBg'}
        borderLeft="3px solid"
        borderColor={path.rings ? 'moss' : 'rust'}
        px="14px"
        py="9px"
        maxW="900px"
        fontWeight={700}
      >
        {path.sentence}
        {path.unreleased.length > 0 && (
          <Box fontWeight={400} color="amberText">
            {path.unreleased.join(', ')} {path.unreleased.length === 1 ? 'has' : 'have'} changes that are not
            on
            {path.unreleased.length === 1 ? ' it' : ' them'} yet: until then calls may be diverted otherwise.
          </Box>
        )}
      </Box>
      <Box mt="18px" maxW="900px">
        {path.outside && (path.prefix || path.outside !== path.first.number) && (
          <Box pb="10px" mb="6px">
            {path.outside !== path.first.number && (
              <Mono fontSize="15px" fontWeight={700}>
                {path.outside}
              </Mono>
            )}
            {path.prefix && <Faded display="block">shown as {path.prefix} before the caller</Faded>}
          </Box>
        )}
        {path.first.number && <At stop={path.first} now onDivert={onDivert} />}
      </Box>
      {path.troubles.length > 0 && (
        <Box mt="20px">
          <Heading>Ends where it should not</Heading>
          {path.troubles.map((t) => (
            <Box key={t.words} color={t.now ? 'rust' : 'amberText'} mt="4px">
              {t.words}
              <Faded>{t.now ? ' — now' : ' — once a call comes there'}</Faded>
            </Box>
          ))}
        </Box>
      )}
    </>
  )
}

type AtProps = {
  stop: Stop
  now: boolean
  by?: string
  onDivert: ((number: string) => void) | undefined
}

/** A place of the call, what rings there, and where it goes on; ways that are not gone now stand back. */
function At({ stop, now, by = '', onDivert }: AtProps) {
  return (
    <Box color={now ? 'ink' : 'faded'}>
      {by && <Faded fontWeight={600}>{by} → </Faded>}
      {!(by && stop.number.startsWith('+')) && (
        <Mono fontSize="14px" fontWeight={700}>
          {stop.number}{' '}
        </Mono>
      )}
      {stop.name}
      {stop.kind === 'OUTSIDE' && <Faded> outside</Faded>}
      {stop.end && (
        <chakra.span color="rust" fontWeight={600} ml="8px">
          {ENDS[stop.end]}
        </chakra.span>
      )}
      {stop.kind === 'LINE' && onDivert && (
        <Act
          kind="quiet"
          ml="10px"
          aria-label={`Divert calls of ${stop.number}`}
          onClick={() => onDivert(stop.number)}
        >
          Divert…
        </Act>
      )}
      {stop.ringers.length + stop.ways.length > 0 && (
        <Box borderLeft="2px solid" borderColor={now ? 'ink' : 'line'} ml="6px" pl="16px" mt="2px">
          {stop.ringers.map((r, i) => (
            <Rings key={i} ringer={r} />
          ))}
          {stop.ways.map((way, i) => (
            <Box key={i} py="5px">
              <At stop={way.to} now={now && way.now} by={when(way)} onDivert={onDivert} />
            </Box>
          ))}
        </Box>
      )}
    </Box>
  )
}

function Rings({ ringer }: { ringer: Schemas['RingerView'] }) {
  return (
    <Flex gap="8px" align="baseline" py="2px" wrap="wrap">
      {ringer.deviceId > 0 ? (
        <chakra.span fontWeight={600} _hover={{ textDecoration: 'underline' }}>
          <Link to={`/fleet/${ringer.deviceId}`}>{ringer.label}</Link>
        </chakra.span>
      ) : (
        <b>{ringer.label}</b>
      )}
      <chakra.span color={ringer.state === 'RINGS' ? 'mossText' : 'rust'}>{STATES[ringer.state]}</chakra.span>
      <Faded>{ringer.detail}</Faded>
    </Flex>
  )
}

const STATES: Record<Schemas['RingerView']['state'], string> = {
  RINGS: 'rings',
  DO_NOT_DISTURB: 'is not to be disturbed',
  IN_A_CALL: 'is in a call',
  NOT_REGISTERED: 'does not ring',
}

const ENDS: Record<NonNullable<Stop['end']>, string> = {
  LOOP: 'here it goes round',
  UNASSIGNED: 'given to nobody: the call ends here',
  NOBODY_HAS_IT: 'nobody has it: the call ends here',
  NO_DEVICE: 'on no device: the call ends here',
  NOT_REGISTERED: 'registered nowhere: the call ends here',
  BUSY: 'busy: the call ends here',
  NOT_PERMITTED: 'may not be called from there: the call ends here',
  EMPTY_GROUP: 'no members: the call ends here',
  TOO_FAR: 'sent on too often: the call ends here',
}

function when(way: Way) {
  switch (way.when) {
    case 'ALWAYS':
      return 'always'
    case 'BUSY':
      return 'when it is busy'
    case 'UNANSWERED':
      return `not answered after ${way.afterSeconds} s`
    case 'UNREACHABLE':
      return 'when nothing is there to ring'
    case 'TOGETHER':
      return 'at the same time'
    case 'OPEN':
      return 'within its hours'
    case 'CLOSED':
      return 'outside of its hours'
    case 'MEMBER':
      return way.afterSeconds === 0 ? 'rings' : `after ${way.afterSeconds} s rings`
    case 'AFTERWARDS':
      return `after ${way.afterSeconds} s`
  }
}
