import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useLab, useSession } from '../../api/queries'
import { Act, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Missing } from '../../kit/Shown'
import { BreakPlace } from './BreakPlace'
import { ClockStrip } from './ClockStrip'
import { OnTheWire } from './OnTheWire'
import { OpenHandoff } from './OpenHandoff'
import { OutsideWeb } from './OutsideWeb'
import { Phones } from './Phones'
import { Places } from './Places'
import { PlanFleet } from './PlanFleet'
import { type Place, useFaultBoard, useScenarios, useZones } from './queries'
import { RunningScenario } from './RunningScenario'
import { RunScenario } from './RunScenario'
import { Traffic } from './Traffic'
import { Unbox } from './Unbox'
import { WorldFileActs } from './WorldFileActs'
import { ZoneFile } from './ZoneFile'

/** The simulated world: its places and what is wrong with them on purpose, its phones and who is at them. */
export function Lab() {
  const lab = useLab()
  const board = useFaultBoard().data
  const mayAct = useSession().data?.role !== 'VIEWER'
  const scenarios = useScenarios().data
  const [running, setRunning] = useState(false)
  const [unboxing, setUnboxing] = useState(false)
  const [opening, setOpening] = useState(false)
  const [site, setSite] = useState('')
  const [names, setNames] = useState('')
  const [watching, setWatching] = useState(false)
  const [planning, setPlanning] = useState(false)
  const zone = useZones().data?.find((z) => z.domain === names)
  const [broken, setBroken] = useState<Place | undefined>()
  const phones = lab.data?.phones ?? []
  return (
    <Flex height="100%">
      <Box
        width={{ base: '212px', xl: '262px' }}
        flexShrink={0}
        borderRight="1px solid"
        borderColor="line"
        overflow="auto"
        pb="14px"
      >
        <Box p="14px 16px 10px">
          <Title>Lab</Title>
        </Box>
        <Places
          places={board?.places ?? []}
          phones={phones}
          site={site}
          onSite={setSite}
          mayAct={mayAct}
          onBreak={setBroken}
          onNames={setNames}
        />
      </Box>
      <Box flex="1" minW="0" overflow="auto" p="14px 18px">
        {scenarios?.running && <RunningScenario running={scenarios.running} mayAct={mayAct} />}
        <Flex gap="8px" align="center" wrap="wrap">
          <ClockStrip mayAct={mayAct} />
          {mayAct && (
            <Flex ml="auto" gap="8px">
              {!scenarios?.running && <Act onClick={() => setRunning(true)}>Run a scenario…</Act>}
              <Act kind="main" onClick={() => setUnboxing(true)}>
                Unbox a phone…
              </Act>
            </Flex>
          )}
        </Flex>
        <Traffic />
        <Flex align="baseline" gap="2px 14px" wrap="wrap" mt="6px">
          <Act kind="quiet" onClick={() => setWatching(true)}>
            On the wire…
          </Act>
          {mayAct && (
            <chakra.a
              color="fjord"
              href={`/api/lab/capture?minutes=10&site=${encodeURIComponent(site)}`}
              title={`Ten minutes of what was on the wire${site && ` of ${site}`}, as pcapng`}
              download
            >
              Save a capture
            </chakra.a>
          )}
          {mayAct && <WorldFileActs />}
          {mayAct && (
            <Act kind="quiet" onClick={() => setPlanning(true)}>
              What a power cut costs…
            </Act>
          )}
          {mayAct && (
            <Act kind="quiet" onClick={() => setOpening(true)}>
              Open a handoff with a softphone…
            </Act>
          )}
        </Flex>
        <Missing query={lab} what="The Lab" />
        {lab.data?.phones.length === 0 ? (
          <Empty title="The Lab is empty">Unbox a phone; it will knock until it is enrolled.</Empty>
        ) : (
          <Phones
            phones={phones.filter((p) => !site || p.site === site)}
            mayAct={mayAct}
            onBreak={(mac) => setBroken(linkOf(mac, board?.places ?? []))}
          />
        )}
        <Wire />
        <OutsideWeb mayAct={mayAct} />
      </Box>
      {broken && board && (
        <BreakPlace place={broken} kinds={board.kinds} onClose={() => setBroken(undefined)} />
      )}
      {zone && <ZoneFile zone={zone} onClose={() => setNames('')} />}
      {watching && <OnTheWire mayAct={mayAct} onClose={() => setWatching(false)} />}
      {planning && (
        <PlanFleet
          domains={(board?.places ?? []).filter((p) => p.where === 'DOMAIN').map((p) => p.name)}
          onClose={() => setPlanning(false)}
        />
      )}
      {running && scenarios && board && (
        <RunScenario ready={scenarios.ready} places={board.places} onClose={() => setRunning(false)} />
      )}
      {opening && <OpenHandoff onClose={() => setOpening(false)} />}
      {unboxing && <Unbox onClose={() => setUnboxing(false)} />}
    </Flex>
  )
}

/** The link of a phone as a place, with what is wrong there already. */
const linkOf = (mac: string, places: Place[]): Place =>
  places.find((p) => p.where === 'PHONE' && p.key === mac) ?? {
    where: 'PHONE',
    key: mac,
    name: mac,
    of: '',
    faults: [],
  }

/** Where the registrar listens, and what came there. */
function Wire() {
  const lab = useLab().data
  if (!lab) return null
  const sip = lab.sip
  return (
    <Box mt="14px" color="faded">
      Registrar on udp and tcp <Mono>127.0.0.1:{lab.sipPort}</Mono>, tls <Mono>:{lab.tlsPort}</Mono> (
      <chakra.a
        href="/api/lab/authority"
        download="jordfell-lab.pem"
        color="fjord"
        textDecoration="underline"
      >
        its authority’s certificate
      </chakra.a>
      ) · {sip.received} messages since the start · {sip.broken} broken, {sip.tooLarge} too large,{' '}
      {sip.tooMany} too many, {sip.strangers} of agents that proved nothing
    </Box>
  )
}
