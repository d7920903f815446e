import { Box, Flex, chakra } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useReleases, useTriage } from '../../api/queries'
import { Age, clock } from '../../kit/Age'
import { Faded, Heading, Mono, Title } from '../../kit/basics'
import { Shown } from '../../kit/Shown'
import { RegistrationPlots } from '../traffic/RegistrationPlots'
import { AlarmsNow } from './AlarmsNow'
import { AtTheDoor } from './AtTheDoor'
import { HandedOver } from './HandedOver'
import { PathPicture } from './PathPicture'
import { HeldLately } from './HeldLately'
import { useLastActs, useLately, useToday } from './queries'

/** So long a look takes, in milliseconds, before what is there is no news any more. */
const A_LOOK = 5_000

const MOST_CAUSES = 8

type Cause = Schemas['CauseView']

/** What a day begins with: where the fleet stands, what is new since the last look, who works on what. */
export function Today() {
  const today = useToday()
  const triage = useTriage()
  const causes = (triage.data ?? []).filter((c) => !c.aside)
  const aside = (triage.data ?? []).filter((c) => c.aside && !c.leavesDialTone)
  const looked = useLooked(today.data)
  const isNew = (at: string | undefined) => looked !== undefined && at !== undefined && at > looked
  const fresh = causes.filter((c) => isNew(c.newest)).length
  return (
    <Shown query={today} what="The day">
      {(day) => (
        <Flex minH="100%" wrap={{ base: 'wrap', lg: 'nowrap' }}>
          <Box flex="1" minW={{ base: '100%', lg: '0' }} p="16px 22px">
            <Flex align="baseline" gap="14px" wrap="wrap">
              <Title>Today</Title>
              <Faded>
                {day.devices} devices in use
                {looked && ` · you last looked at ${clock(looked).slice(0, 5)}`}
                {looked &&
                  triage.data &&
                  (fresh === 0
                    ? ' · nothing is new'
                    : ` · ${fresh} ${fresh === 1 ? 'cause is' : 'causes are'} new`)}
              </Faded>
            </Flex>
            <AlarmsNow />
            <Box mt="12px">
              <PathPicture stops={day.stops} />
            </Box>
            <Shown query={triage} what="What is held">
              {() => <Causes causes={causes} aside={aside.length} isNew={isNew} />}
            </Shown>
            <UnderWay />
            <RegistrationPlots />
          </Box>
          <Box
            w={{ base: '100%', lg: '330px' }}
            flexShrink={0}
            borderLeft={{ lg: '1px solid' }}
            borderColor={{ lg: 'line' }}
            p="18px"
          >
            <HandedOver />
            <HeldLately moments={day.lately} lookedAt={looked} />
            <AtTheDoor />
            <Changed />
          </Box>
        </Flex>
      )}
    </Shown>
  )
}

/** When whoever looks did so before; it stays while they look, and is told the server a moment later. */
function useLooked(day: Schemas['TodayView'] | undefined) {
  const [before, setBefore] = useState<{ at: string | undefined }>()
  if (day && !before) setBefore({ at: day.lookedAt })
  const isHere = day !== undefined
  useEffect(() => {
    if (!isHere) return
    const timer = setTimeout(() => void unwrap(client.POST('/api/today/looked')).catch(() => {}), A_LOOK)
    return () => clearTimeout(timer)
  }, [isHere])
  return before?.at
}

type CausesProps = {
  causes: Cause[]
  /** How many that hold devices are set aside, and not among these. */
  aside: number
  isNew: (at: string | undefined) => boolean
}

function Causes({ causes, aside, isNew }: CausesProps) {
  const held = causes.filter((c) => !c.leavesDialTone)
  const shown = causes.slice(0, MOST_CAUSES)
  const devices = held.reduce((sum, c) => sum + c.count, 0)
  const others = causes.length - held.length
  return (
    <Box as="section" aria-label="Held, by cause" mt="20px">
      <Heading>
        Held, by cause{' '}
        <Faded fontWeight={400}>
          · {devices} {devices === 1 ? 'device' : 'devices'} held or silent, {held.length}{' '}
          {held.length === 1 ? 'cause' : 'causes'}
          {others > 0 && `; ${others} more ${others === 1 ? 'leaves' : 'leave'} dial tone`}
          {aside > 0 && `; ${aside} set aside`}
        </Faded>
      </Heading>
      {held.length === 0 && (
        <Box mt="8px">{aside > 0 ? 'All that is held is set aside.' : 'No device is held.'}</Box>
      )}
      {shown.map((c) => (
        <Flex
          key={`${c.cause}~${c.variant}`}
          gap="12px"
          py="7px"
          borderBottom="1px solid"
          borderColor="line"
          align="baseline"
        >
          <Mono
            w="34px"
            textAlign="right"
            fontSize="16px"
            fontWeight={700}
            color={c.leavesDialTone ? 'amberText' : 'rust'}
          >
            {c.count}
          </Mono>
          <Box flex="1" minW="0">
            <chakra.b color="fjord">
              <Link to={`/triage/${encodeURIComponent(`${c.cause}~${c.variant}`)}`}>{c.title}</Link>
            </chakra.b>
            {isNew(c.newest) && (
              <chakra.b color="rust" fontSize="11px" ml="6px">
                new
              </chakra.b>
            )}
            <Box color="faded" overflowWrap="anywhere">
              {c.sentence}
            </Box>
          </Box>
          <Box textAlign="right" fontSize="12px" flexShrink={0}>
            {c.mark.takenBy ? <b>{c.mark.takenBy}</b> : <Faded>nobody’s</Faded>}
            <Box color="faded">{c.since && <Age at={c.since} />}</Box>
          </Box>
        </Flex>
      ))}
      {causes.length > shown.length && (
        <Box mt="6px" color="fjord">
          <Link to="/triage">All {causes.length} in Triage</Link>
        </Box>
      )}
    </Box>
  )
}

const OUTCOME = { WAITING: '○', PASSED: '✓', OTHER: '◆', STILL: '◆', QUIET: '◇' } as const

/** Releases that are not done with. */
const STANDING: Record<string, string> = {
  RUNNING: 'a wave is on its way',
  STOPPED: 'a wave stopped',
  WAITING: 'a wave waits',
}

/** Releases of which a wave runs, waits or stopped, and what was done about findings. */
function UnderWay() {
  const releases = (useReleases().data ?? []).filter((r) => STANDING[r.standing] !== undefined)
  const done = useLately().data ?? []
  if (releases.length === 0 && done.length === 0) return null
  return (
    <Box as="section" aria-label="Under way" mt="22px">
      <Heading>Under way</Heading>
      {releases.slice(0, 4).map((r) => (
        <Entry
          key={r.id}
          mark={String(r.devices)}
          tone={r.standing === 'STOPPED' ? 'rust' : 'amberText'}
          title={<Link to={`/templates/releases/${r.id}`}>Release {r.id}</Link>}
          words={`${STANDING[r.standing]} · ${r.waves} ${r.waves === 1 ? 'wave' : 'waves'}, by ${r.by}${r.reason && ` · ${r.reason}`}`}
        />
      ))}
      {done.slice(0, 5).map((d) => (
        <Entry
          key={d.watch.id}
          mark={OUTCOME[d.watch.state]}
          tone={d.watch.state === 'PASSED' ? 'moss' : d.watch.state === 'WAITING' ? 'amberText' : 'rust'}
          title={
            <>
              <Link to={`/fleet/${d.deviceId}`}>{d.device}</Link>: {d.watch.label}
            </>
          }
          words={
            d.watch.state === 'PASSED'
              ? `It passed at ${clock(d.watch.at)}. ${d.watch.who}`
              : d.watch.words || 'Waiting for the phone.'
          }
        />
      ))}
    </Box>
  )
}

type EntryProps = { mark: string; tone: string; title: React.ReactNode; words: string }

function Entry({ mark, tone, title, words }: EntryProps) {
  return (
    <Flex gap="12px" py="6px" borderBottom="1px solid" borderColor="line" align="baseline">
      <Mono w="34px" textAlign="right" color={tone} fontWeight={700}>
        {mark}
      </Mono>
      <Box minW="0">
        <b>{title}</b>
        <Box color="faded">{words}</Box>
      </Box>
    </Flex>
  )
}

/** What was changed last, and by whom. */
function Changed() {
  const acts = useLastActs().data?.slice(0, 6) ?? []
  if (acts.length === 0) return null
  return (
    <Box as="section" aria-label="Changed" mt="18px">
      <Heading>
        <Link to="/settings/history">Changed by</Link>
      </Heading>
      {acts.map((act) => (
        <Flex key={act.id} gap="8px" py="5px" borderBottom="1px solid" borderColor="line" align="baseline">
          <Box
            flex="1"
            minW="0"
            overflowWrap="anywhere"
            textDecoration={act.undone ? 'line-through' : undefined}
          >
            <b>{act.who}</b> {act.title}
          </Box>
          <Faded fontSize="12px">
            <Age at={act.at} />
          </Faded>
        </Flex>
      ))}
    </Box>
  )
}
