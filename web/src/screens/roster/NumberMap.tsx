import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { Act, Faded, Key, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Missing } from '../../kit/Shown'
import { MakeRun } from './MakeRun'
import { RosterFrame } from './RosterFrame'
import { useNumberMap } from './queries'
import { useDomain } from './useDomain'

type Block = Schemas['BlockCells']
type Draw = { from: number; to: number }

const KINDS: { letter: string; name: string }[] = [
  { letter: 't', name: 'taken' },
  { letter: 'u', name: 'taken, unused over 30 days' },
  { letter: 'f', name: 'free' },
  { letter: 'r', name: 'reserved' },
  { letter: 'c', name: 'clash' },
  { letter: 'x', name: 'free, would clash' },
]
const NAMES = new Map(KINDS.map((k) => [k.letter, k.name]))
const PER_LINE = 50

const Cell = chakra('span', {
  base: {
    height: '14px',
    border: '1px solid',
    borderColor: 'line',
    bg: 'sheet',
    userSelect: 'none',
    cursor: 'crosshair',
    '&[data-kind=t]': { bg: 'taken', borderColor: 'taken', cursor: 'pointer' },
    '&[data-kind=u]': {
      borderColor: 'taken',
      cursor: 'pointer',
      backgroundImage:
        'repeating-linear-gradient(45deg, var(--chakra-colors-taken) 0 2px, transparent 2px 4px)',
    },
    '&[data-kind=r]': { borderStyle: 'dotted', bg: 'transparent', cursor: 'default' },
    '&[data-kind=x]': {
      cursor: 'default',
      backgroundImage:
        'linear-gradient(45deg, transparent 46%, var(--chakra-colors-rust) 46% 54%, transparent 54%)',
    },
    '&[data-kind=c]': { bg: 'rust', borderColor: 'rust', cursor: 'pointer' },
    '&[data-drawn=true]': {
      bg: 'fjordBg',
      borderColor: 'fjord',
      boxShadow: 'inset 0 0 0 1px var(--chakra-colors-fjord)',
    },
    '&[data-at=true]': { outline: '2px solid', outlineColor: 'ink', outlineOffset: '1px' },
  },
})

/** Each block as a grid of cells, so that a hole or a clash is seen; a run is drawn with the mouse or the keyboard. */
export function NumberMap() {
  const { domainId, domain } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [from, setFrom] = useState(0)
  const map = useNumberMap(domainId, from)
  const [draw, setDraw] = useState<Draw | undefined>()
  const [making, setMaking] = useState<Draw | undefined>()
  const navigate = useNavigate()
  const count = (letter: string) =>
    (map.data?.blocks ?? []).reduce((n, b) => n + [...b.cells].filter((c) => c === letter).length, 0)
  const finish = (run: Draw | undefined) => {
    if (run && mayChange) setMaking({ from: Math.min(run.from, run.to), to: Math.max(run.from, run.to) })
  }
  return (
    <RosterFrame
      acts={
        <Flex gap="16px" wrap="wrap" fontSize="12.5px" color="faded">
          {KINDS.map((k) => (
            <Flex key={k.letter} as="span" gap="6px" align="center">
              <Cell data-kind={k.letter} width="18px" cursor="default" aria-hidden />
              {k.name} {count(k.letter)}
            </Flex>
          ))}
        </Flex>
      }
    >
      <Missing query={map} what="The map" />
      {map.data?.blocks.length === 0 && (
        <Empty title="No block yet">Add a block of numbers to the domain in Settings.</Empty>
      )}
      <Box pr="18px" pb="20px" onMouseUp={() => (finish(draw), setDraw(undefined))}>
        {map.data?.blocks.map((b) => (
          <BlockGrid
            key={b.first}
            block={b}
            names={map.data.names}
            draw={draw ?? making}
            onDraw={setDraw}
            onFinish={finish}
            onOpen={(number) => void navigate(`/roster/extensions?domain=${domainId}&q=${number}`)}
            onPart={setFrom}
          />
        ))}
        {(map.data?.outside.length ?? 0) > 0 && (
          <Box mt="14px">
            <b>Outside every block</b>{' '}
            <chakra.span color="amberText">
              <Mono>{map.data?.outside.slice(0, 40).join(', ')}</Mono>
              {(map.data?.outside.length ?? 0) > 40 && ` and ${(map.data?.outside.length ?? 0) - 40} more`}
            </chakra.span>
          </Box>
        )}
        {mayChange && (
          <Box mt="14px" color="faded" fontSize="12.5px">
            Drag over free cells to draw a run. By keyboard: into a block, arrows to a cell, <Key>Shift</Key>{' '}
            with arrows to draw, <Key>Enter</Key> to make it.
          </Box>
        )}
      </Box>
      {making && domain && (
        <MakeRun
          domain={domain}
          from={making.from}
          count={making.to - making.from + 1}
          onClose={() => {
            setMaking(undefined)
            setDraw(undefined)
          }}
        />
      )}
    </RosterFrame>
  )
}

type GridProps = {
  block: Block
  names: Record<string, string>
  draw: Draw | undefined
  onDraw: (draw: Draw | undefined) => void
  onFinish: (draw: Draw) => void
  onOpen: (number: string) => void
  onPart: (from: number) => void
}

function BlockGrid({ block, names, draw, onDraw, onFinish, onOpen, onPart }: GridProps) {
  const [at, setAt] = useState(-1)
  const [start, setStart] = useState(-1)
  const end = block.drawn + block.cells.length - 1
  const whole = block.cells.length === block.last - block.first + 1
  const lines = Math.ceil(block.cells.length / PER_LINE)
  const inDraw = (n: number) =>
    draw !== undefined && n >= Math.min(draw.from, draw.to) && n <= Math.max(draw.from, draw.to)
  const told = (n: number) => {
    const kind = NAMES.get(block.cells[n - block.drawn] ?? 'f') ?? ''
    return `${n}: ${names[String(n)] ?? kind}${names[String(n)] ? ` (${kind})` : ''}`
  }
  const onKey = (e: React.KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: PER_LINE, ArrowUp: -PER_LINE }[e.key]
    if (step !== undefined) {
      e.preventDefault()
      const next = Math.min(end, Math.max(block.drawn, at < 0 ? block.drawn : at + step))
      setAt(next)
      if (e.shiftKey) {
        const from = start < 0 ? at : start
        setStart(from)
        onDraw({ from, to: next })
      } else {
        setStart(-1)
        onDraw(undefined)
      }
    } else if (e.key === 'Enter' && at >= 0) {
      if (names[String(at)]) onOpen(String(at))
      else onFinish(start < 0 ? { from: at, to: at } : { from: start, to: at })
    } else if (e.key === 'Escape') {
      setStart(-1)
      onDraw(undefined)
    }
  }
  return (
    <Box mt="12px">
      <Flex gap="8px" align="baseline" mb="4px">
        <b>{block.purpose}</b>
        <Faded>
          {block.first}–{block.last}
        </Faded>
        {!whole && (
          <>
            <Act
              kind="quiet"
              disabled={block.drawn <= block.first}
              onClick={() => onPart(block.drawn - 2000)}
            >
              earlier
            </Act>
            <Act kind="quiet" disabled={end >= block.last} onClick={() => onPart(end + 1)}>
              later
            </Act>
          </>
        )}
        {at >= 0 && <Faded role="status">{told(at)}</Faded>}
      </Flex>
      <Box
        role="grid"
        tabIndex={0}
        aria-label={`${block.purpose} ${block.first}–${block.last}`}
        aria-readonly
        onKeyDown={onKey}
        onFocus={() => at < 0 && setAt(block.drawn)}
      >
        {Array.from({ length: lines }, (_, line) => (
          <Flex key={line} role="row" align="center" mb="2px">
            <Mono role="rowheader" width="62px" color="faded" fontSize="11.5px" flexShrink={0}>
              {block.drawn + line * PER_LINE}
            </Mono>
            <Box display="grid" gridTemplateColumns={`repeat(${PER_LINE}, 1fr)`} gap="2px" flex="1">
              {[...block.cells.slice(line * PER_LINE, (line + 1) * PER_LINE)].map((kind, i) => {
                const n = block.drawn + line * PER_LINE + i
                const taken = kind === 't' || kind === 'u' || kind === 'c'
                return (
                  <Cell
                    key={n}
                    role="gridcell"
                    aria-label={told(n)}
                    title={told(n)}
                    data-kind={kind}
                    data-drawn={inDraw(n)}
                    data-at={n === at}
                    onMouseDown={() => (taken ? undefined : (setAt(n), onDraw({ from: n, to: n })))}
                    onMouseEnter={(e) => e.buttons === 1 && draw && onDraw({ from: draw.from, to: n })}
                    onClick={() => taken && onOpen(String(n))}
                  />
                )
              })}
            </Box>
          </Flex>
        ))}
      </Box>
    </Box>
  )
}
