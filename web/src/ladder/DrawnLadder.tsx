import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { clock } from '../kit/Age'
import { Act, Faded, Mono } from '../kit/basics'
import { LadderMessage } from './LadderMessage'

type View = Schemas['LadderView']
type Step = Schemas['StepView']
type Exchange = Schemas['ExchangeView']

/** So many exchanges are drawn before somebody asks for the others. */
const FEW = 6

const LANE_NAMES: Record<string, string> = {
  PHONE: 'phone',
  ROUTER: 'seen as',
  LEASES: 'addresses',
  NAMES: 'names',
  FILES: 'files',
}

/** Over so few lanes an arrow is shorter than what is said of it. */
const SHORT = 2

/** How long after the first step of an exchange another one was. */
function later(first: string, at: string): string {
  const ms = Date.parse(at) - Date.parse(first)
  return ms < 1_000 ? `+${ms} ms` : `+${(ms / 1_000).toFixed(1)} s`
}

/** In the middle of a lane, in per cent of the width. */
const middle = (lane: number, lanes: number) => ((lane + 0.5) * 100) / lanes

const Row = chakra('button', {
  base: {
    position: 'relative',
    display: 'block',
    width: '100%',
    height: '30px',
    textAlign: 'left',
    '&:enabled': { cursor: 'pointer' },
    '&:enabled:hover': { bg: 'fjordBg' },
    '&[aria-expanded=true]': { bg: 'fjordBg' },
  },
})

type Opened = { key: string; step: number }

/** How one of its messages is asked for, and where that is kept. */
export type AskMessage = {
  key: readonly unknown[]
  ask: (exchange: string, step: number) => Promise<Schemas['MessageView']>
  /** Where all that belongs to a call can be taken along; absent where it can’t. */
  casefile?: (callId: string) => string
}

type Props = {
  ladder: View
  message: AskMessage
  /** The moment that is looked at; empty for none. */
  at?: string
}

/** What went to and fro between a device and everybody else, the newest last; a message opens beside it, in words. */
export function DrawnLadder({ ladder, message, at = '' }: Props) {
  if (ladder.exchanges.length === 0) return <Faded>Nothing yet.</Faded>
  return <Drawn ladder={ladder} message={message} at={at} />
}

/** The exchange that was going on at a moment, or that was nearest to it. */
function nearest(exchanges: Exchange[], at: string): string | undefined {
  if (!at) return undefined
  const moment = Date.parse(at)
  const away = (e: Exchange) => Math.max(0, Date.parse(e.first) - moment, moment - Date.parse(e.last))
  return exchanges.toSorted((a, b) => away(a) - away(b))[0]?.key
}

function Drawn({ ladder, message, at }: Required<Props>) {
  const looked = nearest(ladder.exchanges, at)
  const [all, setAll] = useState(false)
  const [opened, setOpened] = useState<Opened>()
  const newest = ladder.exchanges.slice(-FEW)
  const isOlder = looked !== undefined && !newest.some((e) => e.key === looked)
  const shown = all || isOlder ? ladder.exchanges : newest
  const hidden = ladder.exchanges.length - shown.length
  return (
    <Flex gap="24px" mt="6px" align="start">
      <Box flex="3" minW="0">
        {hidden > 0 && (
          <Act kind="quiet" onClick={() => setAll(true)}>
            {hidden} earlier
          </Act>
        )}
        <Lanes lanes={ladder.lanes}>
          {shown.map((e) => (
            <Exchanged
              key={e.key}
              exchange={e}
              looked={e.key === looked}
              lanes={ladder.lanes.length}
              opened={opened?.key === e.key ? opened.step : undefined}
              onOpen={(step) =>
                setOpened(opened?.key === e.key && opened.step === step ? undefined : { key: e.key, step })
              }
            />
          ))}
        </Lanes>
      </Box>
      {opened && (
        <Box flex="2" minW="0" position="sticky" top="8px" alignSelf="start">
          <LadderMessage
            key={`${opened.key} ${opened.step}`}
            message={message}
            exchange={opened.key}
            step={opened.step}
          />
        </Box>
      )}
    </Flex>
  )
}

/** The names of those who take part, and a line beneath each. */
function Lanes({ lanes, children }: { lanes: View['lanes']; children: React.ReactNode }) {
  return (
    <Box position="relative">
      <Box display="grid" gridTemplateColumns={`64px repeat(${lanes.length}, 1fr)`} pb="4px">
        <span />
        {lanes.map((l) => (
          <Box key={l.kind + l.name} textAlign="center" fontWeight={600} overflowWrap="anywhere">
            {LANE_NAMES[l.kind] ?? l.name}
            {l.kind === 'ROUTER' && <Mono fontSize="11px"> {l.name}</Mono>}
          </Box>
        ))}
      </Box>
      <Box position="relative">
        <Box position="absolute" inset="0 0 0 64px" aria-hidden>
          {lanes.map((l, i) => (
            <Box
              key={l.kind + l.name}
              position="absolute"
              top="0"
              bottom="0"
              left={`${middle(i, lanes.length)}%`}
              w="1px"
              bg="line"
            />
          ))}
        </Box>
        <Box position="relative">{children}</Box>
      </Box>
    </Box>
  )
}

type ExchangedProps = {
  exchange: Exchange
  /** Whether the moment that is looked at is this one’s. */
  looked: boolean
  lanes: number
  opened: number | undefined
  onOpen: (step: number) => void
}

function Exchanged({ exchange: e, looked, lanes, opened, onOpen }: ExchangedProps) {
  return (
    <Box
      borderTop="1px solid"
      borderColor="hair"
      py="2px"
      boxShadow={looked ? 'inset 3px 0 0 var(--chakra-colors-ink)' : undefined}
      aria-current={looked || undefined}
    >
      {e.times > 1 && (
        <Faded fontSize="11.5px" bg="sheet" position="relative">
          the last of {e.times} alike, since {clock(e.first)}
        </Faded>
      )}
      {e.steps.map((s, i) => (
        <Row
          key={i}
          disabled={!s.isMessage}
          aria-expanded={s.isMessage ? opened === i : undefined}
          onClick={() => onOpen(i)}
        >
          <Mono position="absolute" left="0" top="8px" color="faded" fontSize="11.5px">
            {i === 0 ? clock(s.at) : later(e.steps[0]?.at ?? s.at, s.at)}
          </Mono>
          <Box position="absolute" inset="0 0 0 64px">
            <Arrow step={s} lanes={lanes} />
          </Box>
        </Row>
      ))}
    </Box>
  )
}

/** From one lane to another; what went nowhere is a mark on its own lane. */
function Arrow({ step: s, lanes }: { step: Step; lanes: number }) {
  const color = s.bad ? 'rust' : 'ink'
  if (s.from === s.to)
    return (
      <Flex
        position="absolute"
        top="6px"
        left={`${middle(s.from, lanes)}%`}
        maxW={`${100 - middle(s.from, lanes)}%`}
        gap="6px"
        align="center"
        ml="-4px"
      >
        <Box w="9px" h="9px" flexShrink={0} bg={color} borderRadius={s.bad ? 0 : '50%'} aria-hidden />
        <Label text={s.label} bad={s.bad} />
      </Flex>
    )
  const left = middle(Math.min(s.from, s.to), lanes)
  const width = middle(Math.max(s.from, s.to), lanes) - left
  const right = s.to > s.from
  // Its words have room behind it, where nothing else stands in this row.
  const isShort = Math.abs(s.to - s.from) <= SHORT
  return (
    <Box position="absolute" top="0" h="100%" left={`${left}%`} width={`${width}%`}>
      <Flex
        justify={right || isShort ? 'start' : 'end'}
        px="10px"
        pt="3px"
        h="20px"
        w={isShort ? '420px' : '100%'}
      >
        <Label text={s.label} bad={s.bad} />
      </Flex>
      <Box
        position="absolute"
        top="23px"
        left="0"
        right="0"
        h={s.bad ? '2px' : '1px'}
        bg={color}
        aria-hidden
      />
      <Box
        position="absolute"
        top="19px"
        aria-hidden
        {...(right ? { right: '0' } : { left: '0' })}
        borderY="4.5px solid transparent"
        {...(right
          ? { borderLeft: '8px solid', borderLeftColor: color }
          : { borderRight: '8px solid', borderRightColor: color })}
      />
    </Box>
  )
}

function Label({ text, bad }: { text: string; bad: boolean }) {
  return (
    <chakra.span
      title={text}
      bg="sheet"
      px="2px"
      fontSize="12.5px"
      fontWeight={bad ? 700 : 400}
      color={bad ? 'rust' : 'ink'}
      whiteSpace="nowrap"
      overflow="hidden"
      textOverflow="ellipsis"
      maxW="100%"
      display="inline-block"
    >
      {text}
    </chakra.span>
  )
}
