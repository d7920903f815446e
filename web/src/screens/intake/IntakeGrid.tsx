import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Act, Choice, Entry, Grid } from '../../kit/basics'
import type { Cell, Row } from './rows'

type Verdict = Schemas['VerdictView']
type Props = {
  rows: Row[]
  verdicts: Verdict[]
  models: Schemas['ModelView'][]
  onChange: (key: number, cell: Cell, value: string) => void
  onRemove: (key: number) => void
}

const TEXTS: { cell: Cell; heading: string; mono?: boolean; width: string }[] = [
  { cell: 'mac', heading: 'MAC', mono: true, width: '190px' },
  { cell: 'label', heading: 'Label', width: 'auto' },
  { cell: 'person', heading: 'Person', width: 'auto' },
  { cell: 'extension', heading: 'Ext.', mono: true, width: '92px' },
  { cell: 'secondExtension', heading: '2nd ext.', mono: true, width: '92px' },
]

const CellEntry = chakra(Entry, {
  base: {
    width: '100%',
    bg: 'transparent',
    borderColor: 'transparent',
    px: '4px',
    _hover: { borderColor: 'line' },
    _focus: { bg: 'field' },
    '&[aria-invalid=true]': { borderColor: 'rust', borderStyle: 'dashed' },
  },
})

/** What was fed, row by row: ready, needs an answer, or refused because. Every cell can be corrected in place. */
export function IntakeGrid({ rows, verdicts, models, onChange, onRemove }: Props) {
  return (
    <Grid tableLayout="fixed">
      <thead>
        <tr>
          <th style={{ width: '28px' }} aria-label="State" />
          {TEXTS.slice(0, 1).map((t) => (
            <th key={t.cell} style={{ width: t.width }}>
              {t.heading}
            </th>
          ))}
          <th style={{ width: '140px' }}>Model</th>
          {TEXTS.slice(1).map((t) => (
            <th key={t.cell} style={{ width: t.width }}>
              {t.heading}
            </th>
          ))}
          <th style={{ width: '34px' }} aria-label="Remove" />
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <GridRow
            key={row.key}
            row={row}
            verdict={verdicts[i]}
            models={models}
            onChange={(cell, value) => onChange(row.key, cell, value)}
            onRemove={() => onRemove(row.key)}
          />
        ))}
      </tbody>
    </Grid>
  )
}

const TINT = { READY: undefined, NEEDS_ANSWER: 'amberBg', REFUSED: 'rustBg' } as const
const TONE = { READY: 'faded', NEEDS_ANSWER: 'amberText', REFUSED: 'rust' } as const
const WORDS = { READY: 'ready', NEEDS_ANSWER: 'needs an answer', REFUSED: 'refused' } as const

type RowProps = {
  row: Row
  verdict: Verdict | undefined
  models: Schemas['ModelView'][]
  onChange: (cell: Cell, value: string) => void
  onRemove: () => void
}

function GridRow({ row, verdict, models, onChange, onRemove }: RowProps) {
  const state = verdict?.state ?? 'NEEDS_ANSWER'
  const wrong = (cell: Cell) => verdict?.problems.some((p) => p.field === cell) ?? false
  const cell = ({ cell, mono, heading }: (typeof TEXTS)[number]) => (
    <chakra.td key={cell} px="2px!">
      <CellEntry
        aria-label={heading}
        aria-invalid={wrong(cell)}
        fontFamily={mono ? 'mono' : undefined}
        fontSize={mono ? '12.5px' : undefined}
        value={row[cell]}
        onChange={(e) => onChange(cell, e.target.value)}
      />
    </chakra.td>
  )
  const problems = verdict?.problems ?? []
  const tint = verdict ? TINT[state] : undefined
  return (
    <>
      <chakra.tr bg={tint} css={problems.length > 0 ? { '& td': { borderBottom: 'none' } } : undefined}>
        <td>{verdict && <StateMark state={state} />}</td>
        {TEXTS.slice(0, 1).map(cell)}
        <chakra.td px="2px!">
          <Choice
            aria-label="Model"
            width="100%"
            value={row.model}
            aria-invalid={wrong('model')}
            bg={row.model ? 'transparent' : 'field'}
            borderColor={row.model ? 'transparent' : 'amber'}
            onChange={(e) => onChange('model', e.target.value)}
          >
            <option value="">which?</option>
            {models.map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}
              </option>
            ))}
          </Choice>
        </chakra.td>
        {TEXTS.slice(1).map(cell)}
        <td>
          <Flex justify="center">
            <Act kind="quiet" aria-label={`Remove ${row.mac}`} title="Remove the row" onClick={onRemove}>
              ✕
            </Act>
          </Flex>
        </td>
      </chakra.tr>
      {problems.length > 0 && (
        <chakra.tr bg={tint}>
          <td />
          <chakra.td colSpan={7} color={TONE[state]} fontSize="12.5px" pt="0!" pl="6px!">
            {problems.map((p) => (
              <Box key={p.field + p.reason}>
                <b>
                  {p.deviceId > 0 ? <Link to={`/fleet/${p.deviceId}`}>{underline(p.reason)}</Link> : p.reason}
                </b>{' '}
                {p.hint}
              </Box>
            ))}
          </chakra.td>
        </chakra.tr>
      )}
    </>
  )
}

function underline(text: string) {
  return <chakra.u textUnderlineOffset="2px">{text}</chakra.u>
}

/** A square is ready, a ring waits for an answer, a wedge is refused. */
function StateMark({ state }: { state: Verdict['state'] }) {
  return (
    <svg width={14} height={14} role="img" aria-label={WORDS[state]} style={{ display: 'block' }}>
      <title>{WORDS[state]}</title>
      {state === 'READY' && <rect x={2} y={2} width={9} height={9} fill="var(--chakra-colors-moss)" />}
      {state === 'NEEDS_ANSWER' && (
        <circle cx={7} cy={7} r={4} fill="none" stroke="var(--chakra-colors-amber)" strokeWidth={2} />
      )}
      {state === 'REFUSED' && <path d="M2 1L12 7L2 13Z" fill="var(--chakra-colors-rust)" />}
    </svg>
  )
}
