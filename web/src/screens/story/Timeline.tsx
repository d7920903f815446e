import { Box, Flex, chakra } from '@chakra-ui/react'
import { type KeyboardEvent, type MouseEvent, type ReactNode, useRef } from 'react'
import { clock } from '../../kit/Age'
import { Choice, Faded, Heading, Mono } from '../../kit/basics'
import { clusters, fitted, moments, place, step, ticks } from './events'
import type { StoryView } from './queries'
import { HEAD, Row } from './TimelineRow'

const SPANS = [
  ['1', 'the last hour'],
  ['3', 'the last 3 hours'],
  ['12', 'the last 12 hours'],
  ['24', 'the last day'],
  ['72', 'the last 3 days'],
  ['336', 'the last 14 days'],
] as const

type Props = {
  story: StoryView
  hours: number
  onHours: (hours: number) => void
  /** The moment that is looked at; empty for none. */
  at: string
  onMoment: (at: string) => void
  /** Rows beneath the device’s own, on the axis that is shown. */
  beneath?: (shown: StoryView) => ReactNode
}

/** What happened to a device, on one axis; its cursor is moved by the mouse and by the arrow keys, from one event to the next. */
export function Timeline({ story, hours, onHours, at, onMoment, beneath }: Props) {
  const s = fitted(story)
  const rows = useRef<HTMLDivElement>(null)
  const all = moments(s)
  const now = all.find((m) => m.at === at)
  const point = (e: MouseEvent) => {
    const box = rows.current?.getBoundingClientRect()
    if (!box || box.width === 0) return
    const share = Math.min(1, Math.max(0, (e.clientX - box.left) / box.width))
    const begin = Date.parse(s.from)
    onMoment(new Date(begin + share * (Date.parse(s.to) - begin)).toISOString())
  }
  const walk = (e: KeyboardEvent) => {
    const by = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
    if (by === 0) return
    e.preventDefault()
    const next = step(all, at || (by > 0 ? s.from : s.to), by)
    if (next) onMoment(next.at)
  }
  return (
    <Box mt="14px" role="region" aria-label="What happened">
      <Flex justify="space-between" align="baseline">
        <Heading>What happened</Heading>
        <Choice
          aria-label="How far back"
          value={String(hours)}
          onChange={(e) => onHours(Number(e.target.value))}
          fontSize="12px"
        >
          {SPANS.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Choice>
      </Flex>
      <Box
        position="relative"
        mt="6px"
        tabIndex={0}
        role="slider"
        aria-label="Moment"
        aria-valuemin={0}
        aria-valuemax={all.length}
        aria-valuenow={now ? all.indexOf(now) + 1 : 0}
        aria-valuetext={at ? `${clock(at)}${now ? `, ${now.words}` : ''}` : 'none chosen'}
        onKeyDown={walk}
        cursor="crosshair"
        onClick={point}
      >
        <Row name="Changed">
          {clusters(s).map((c) => (
            <Mark
              key={c.at}
              at={c.at}
              story={s}
              title={c.changes.map((one) => `${clock(one.at)} ${one.who}: ${one.words}`).join('\n')}
            >
              <Box w="9px" h="9px" bg="fjord" borderRadius="50%" flexShrink={0} />
              {c.hasRoom && (
                <Words
                  text={c.changes.length > 1 ? `${c.changes.length} changes` : (c.changes[0]?.words ?? '')}
                  right={place(c.at, s.from, s.to) > 70}
                />
              )}
            </Mark>
          ))}
        </Row>
        <Row name="Asked for its file">
          {s.asks.map((a) => (
            <Ask key={a.first + a.took} ask={a} story={s} />
          ))}
        </Row>
        {s.lines.map((l) => (
          <Row key={l.line} name={`Line ${l.line} · ${l.number}`}>
            {l.registered.map((span) => (
              <Box
                key={span.from}
                position="absolute"
                top="7px"
                h="13px"
                bg="mossBg"
                borderLeft="2px solid"
                borderColor="moss"
                left={`${place(span.from, s.from, s.to)}%`}
                width={`${place(span.to, s.from, s.to) - place(span.from, s.from, s.to)}%`}
                title={`registered ${clock(span.from)} to ${clock(span.to)}`}
              />
            ))}
            {l.refused.map((r) => (
              <Mark
                key={r.first + r.words}
                at={r.first}
                story={s}
                title={`${clock(r.first)} to ${clock(r.last)}: ${r.words}, ${r.times} times`}
              >
                <Wedge />
                {r.times > 1 && (
                  <Words
                    text={`${r.words}, ${r.times} times`}
                    right={place(r.first, s.from, s.to) > 70}
                    bad
                  />
                )}
              </Mark>
            ))}
          </Row>
        ))}
        {s.troubles.length > 0 && (
          <Row name="Held by">
            {s.troubles.map((t) => {
              const from = place(t.from, s.from, s.to)
              return (
                <Box
                  key={t.from + t.sentence}
                  position="absolute"
                  top="9px"
                  h="9px"
                  bg="rustBg"
                  borderLeft="2px solid"
                  borderColor="rust"
                  left={`${from}%`}
                  width={`${place(t.to ?? s.to, s.from, s.to) - from}%`}
                  title={`${clock(t.from)}: ${t.sentence}`}
                />
              )
            })}
          </Row>
        )}
        {beneath?.(s)}
        <Box position="absolute" top="0" bottom="0" left={HEAD} right="0" ref={rows} pointerEvents="none">
          {at && at >= s.from && at <= s.to && (
            <Box
              position="absolute"
              top="0"
              bottom="0"
              w="1px"
              bg="ink"
              left={`${place(at, s.from, s.to)}%`}
              aria-hidden
            />
          )}
        </Box>
      </Box>
      <Box position="relative" h="18px" ml={HEAD} borderTop="1px solid" borderColor="line" aria-hidden>
        {ticks(s.from, s.to).map((t) => (
          <Mono
            key={t}
            position="absolute"
            left={`${place(t, s.from, s.to)}%`}
            transform="translateX(-50%)"
            color="faded"
            fontSize="11.5px"
          >
            {hours > 24 ? t.slice(5, 10) : clock(t).slice(0, 5)}
          </Mono>
        ))}
      </Box>
      {at && (
        <Faded aria-live="polite">
          {clock(at)}
          {now && ` · ${now.words}`}
        </Faded>
      )}
    </Box>
  )
}

type MarkProps = { at: string; story: StoryView; title: string; children: ReactNode }

function Mark({ at, story, title, children }: MarkProps) {
  if (at < story.from) return null
  return (
    <Flex
      position="absolute"
      top="0"
      h="100%"
      align="center"
      left={`${place(at, story.from, story.to)}%`}
      title={title}
    >
      {children}
    </Flex>
  )
}

/** Beside its mark; near the end of the axis at its left. */
function Words({ text, right, bad }: { text: string; right: boolean; bad?: boolean }) {
  return (
    <chakra.span
      position={right ? 'absolute' : undefined}
      right={right ? '100%' : undefined}
      mx="5px"
      fontSize="11.5px"
      whiteSpace="nowrap"
      maxW="240px"
      overflow="hidden"
      textOverflow="ellipsis"
      color={bad ? 'rust' : 'ink'}
    >
      {text}
    </chakra.span>
  )
}

function Wedge() {
  return (
    <Box
      flexShrink={0}
      borderY="6px solid transparent"
      borderLeft="9px solid"
      borderLeftColor="rust"
      aria-hidden
    />
  )
}

/** Each time that it asked, as far as they are told apart; many alike are a bar. */
function Ask({ ask: a, story: s }: { ask: StoryView['asks'][number]; story: StoryView }) {
  const from = place(a.first, s.from, s.to)
  const to = place(a.last, s.from, s.to)
  const color = a.refused ? 'rust' : 'moss'
  return (
    <>
      {a.times > 1 && to > from && (
        <Box
          position="absolute"
          top="12px"
          h="3px"
          bg={a.refused ? 'rustBg' : 'mossBg'}
          left={`${from}%`}
          width={`${to - from}%`}
        />
      )}
      {[from, ...(a.times > 1 ? [to] : [])].map((x, i) => (
        <Box
          key={i}
          position="absolute"
          top={a.took && i === 0 ? '4px' : '8px'}
          h={a.took && i === 0 ? '18px' : '11px'}
          w="2px"
          bg={color}
          left={`${x}%`}
          title={`${clock(i === 0 ? a.first : a.last)}${a.refused ? ' refused' : ''}, ${a.times} times alike`}
        />
      ))}
      {a.took && from < 92 && (
        <chakra.span
          position="absolute"
          left={`calc(${from}% + 6px)`}
          top="5px"
          px="2px"
          bg="sheet"
          zIndex={1}
          fontSize="11px"
          color="mossText"
        >
          took {a.took}
        </chakra.span>
      )}
    </>
  )
}
