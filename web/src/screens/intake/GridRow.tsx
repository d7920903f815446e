import { Flex, chakra } from '@chakra-ui/react'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Act, Choice, Entry, Faded } from '../../kit/basics'
import type { Row, RowState } from './queries'

type Props = {
  row: Row
  /** How wide the grid is: where a cell’s end is shown, it moves with it. */
  room: number
  columns: Schemas['ColumnView'][]
  ground: Schemas['Ground']
  mayChange: boolean
  chosen: boolean
  onFocus: () => void
  onChange: (field: string, text: string) => void
  onRemove: () => void
}

/** Told apart at their end, as “Ticket window 9” and “Ticket window 7” are: what is too long shows that. */
const ENDS = new Set(['label'])
const MONO = new Set(['device', 'extension', 'secondLine', 'serial'])
const TINT: Record<RowState, string | undefined> = {
  READY: undefined,
  NEEDS_ANSWER: 'amberBg',
  REFUSED: 'rustBg',
  UNCHANGED: undefined,
}
const TONE: Record<RowState, string> = {
  READY: 'faded',
  NEEDS_ANSWER: 'amberText',
  REFUSED: 'rust',
  UNCHANGED: 'faded',
}

const CellEntry = chakra(Entry, {
  base: {
    width: '100%',
    bg: 'transparent',
    borderColor: 'transparent',
    px: '4px',
    py: '1px',
    _hover: { borderColor: 'line' },
    _focus: { bg: 'field' },
    '&[aria-invalid=true]': { borderColor: 'currentColor', borderStyle: 'dashed' },
  },
})

export function GridRow({
  row,
  room,
  columns,
  ground,
  mayChange,
  chosen,
  onFocus,
  onChange,
  onRemove,
}: Props) {
  const wrong = (field: string) => row.problems.some((p) => p.column === field)
  const first = row.problems[0]
  return (
    <chakra.tr
      height="30px"
      bg={TINT[row.state]}
      opacity={row.state === 'UNCHANGED' ? 0.7 : 1}
      boxShadow={chosen ? 'inset 3px 0 var(--chakra-colors-fjord)' : undefined}
      onFocus={onFocus}
      onClick={onFocus}
    >
      <chakra.td px="4px!" py="0!">
        <StateMark state={row.state} />
      </chakra.td>
      {columns.map((c) => (
        <chakra.td key={c.field} px="2px!" py="0!" color={wrong(c.field) ? TONE[row.state] : undefined}>
          {c.field === 'model' ? (
            <ModelCell row={row} models={ground.models} wrong={wrong('model')} onChange={onChange} />
          ) : (
            <Cell
              key={row.cells[c.field] ?? ''}
              label={c.heading}
              text={row.cells[c.field] ?? ''}
              shown={row.shown[c.field]}
              mono={MONO.has(c.field)}
              showEndIn={ENDS.has(c.field) ? room : 0}
              wrong={wrong(c.field)}
              disabled={!mayChange}
              onChange={(text) => onChange(c.field, text)}
            />
          )}
        </chakra.td>
      ))}
      <chakra.td py="0!" color={TONE[row.state]} fontSize="12.5px" whiteSpace="nowrap" overflow="hidden">
        <Flex gap="6px" align="center">
          <chakra.span truncate title={row.problems.map((p) => `${p.reason} ${p.hint}`).join(' ')}>
            {first ? (
              first.deviceId > 0 ? (
                <Link to={`/fleet/${first.deviceId}`}>
                  <u>{first.reason}</u>
                </Link>
              ) : (
                first.reason
              )
            ) : (
              row.notes.join(' · ')
            )}
          </chakra.span>
          {row.problems.length > 1 && <Faded>+{row.problems.length - 1}</Faded>}
        </Flex>
      </chakra.td>
      <chakra.td px="2px!" py="0!">
        {mayChange && (
          <Act kind="quiet" aria-label={`Remove row ${row.number}`} title="Remove the row" onClick={onRemove}>
            ✕
          </Act>
        )}
      </chakra.td>
    </chakra.tr>
  )
}

type CellProps = {
  label: string
  text: string
  shown: string | undefined
  mono: boolean
  /** How wide the grid is whose cells show their end; 0 for one that shows its beginning. */
  showEndIn: number
  wrong: boolean
  disabled: boolean
  onChange: (text: string) => void
}

/** What is read is shown, what was written is edited; it is sent when the cell is left. */
function Cell({ label, text, shown, mono, showEndIn, wrong, disabled, onChange }: CellProps) {
  const [draft, setDraft] = useState<string | undefined>()
  const sent = useRef<string | undefined>(undefined)
  const send = () => {
    if (draft !== undefined && draft !== text && draft !== sent.current) {
      sent.current = draft
      onChange(draft)
    } else if (draft === text) setDraft(undefined)
  }
  // A row that is scrolled out of sight is not drawn any more: what is typed in it is sent like that of a cell that is left.
  const leave = useRef(() => {})
  useEffect(() => {
    leave.current = send
  })
  useEffect(() => () => leave.current(), [])
  const box = useRef<HTMLInputElement>(null)
  const value = draft ?? shown ?? text
  useLayoutEffect(() => {
    if (showEndIn && draft === undefined && box.current) box.current.scrollLeft = box.current.scrollWidth
  }, [showEndIn, draft, value])
  return (
    <CellEntry
      ref={box}
      title={showEndIn ? value : undefined}
      aria-label={label}
      aria-invalid={wrong}
      fontFamily={mono ? 'mono' : undefined}
      fontSize={mono ? '12.5px' : undefined}
      letterSpacing={mono ? '-0.01em' : undefined}
      fontStyle={draft === undefined && shown && !text ? 'italic' : undefined}
      disabled={disabled}
      value={value}
      onFocus={() => setDraft(text)}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={send}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur()
        if (e.key === 'Escape') setDraft(undefined)
      }}
    />
  )
}

type ModelProps = {
  row: Row
  models: Schemas['ModelView'][]
  wrong: boolean
  onChange: (field: string, text: string) => void
}

function ModelCell({ row, models, wrong, onChange }: ModelProps) {
  const written = row.cells['model'] ?? ''
  const known = models.find(
    (m) =>
      m.id === written || m.name.toLowerCase() === written.toLowerCase() || m.name.endsWith(' ' + written),
  )
  return (
    <Choice
      aria-label="Model"
      width="100%"
      px="2px"
      py="0"
      value={known?.id ?? written}
      aria-invalid={wrong}
      bg={wrong ? 'field' : 'transparent'}
      borderColor={wrong ? 'amber' : 'transparent'}
      onChange={(e) => onChange('model', e.target.value)}
    >
      <option value="">{wrong ? 'which?' : ''}</option>
      {!known && written && <option value={written}>{written}</option>}
      {models
        .filter((m) => m.kind !== 'SOFTPHONE')
        .map((m) => (
          <option key={m.id} value={m.id}>
            {m.name}
          </option>
        ))}
    </Choice>
  )
}

const WORDS: Record<RowState, string> = {
  READY: 'ready',
  NEEDS_ANSWER: 'needs an answer',
  REFUSED: 'refused',
  UNCHANGED: 'unchanged',
}

/** A square is ready, a ring waits for an answer, a wedge is refused, two lines are equal to the records. */
function StateMark({ state }: { state: RowState }) {
  return (
    <svg width={14} height={14} role="img" aria-label={WORDS[state]} style={{ display: 'block' }}>
      <title>{WORDS[state]}</title>
      {state === 'READY' && <rect x={2} y={2} width={9} height={9} fill="var(--chakra-colors-moss)" />}
      {state === 'NEEDS_ANSWER' && (
        <circle cx={7} cy={7} r={4} fill="none" stroke="var(--chakra-colors-amber)" strokeWidth={2} />
      )}
      {state === 'REFUSED' && <path d="M2 1L12 7L2 13Z" fill="var(--chakra-colors-rust)" />}
      {state === 'UNCHANGED' && (
        <path d="M2 5H12M2 9H12" stroke="var(--chakra-colors-slate)" strokeWidth={1.5} fill="none" />
      )}
    </svg>
  )
}
