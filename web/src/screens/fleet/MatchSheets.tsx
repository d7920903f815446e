import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Term } from '../../kit/Term'

type Mark = Schemas['TextDifference']

/** Side by side for each line: what the registrar expects, what we sent, what the phone used. */
export function MatchSheets({ sheets }: { sheets: Schemas['MatchSheet'][] }) {
  return (
    <>
      {sheets.map((sheet) => (
        <Box key={sheet.line} mt="16px" role="region" aria-label={`Match sheet, line ${sheet.line}`}>
          <Heading>
            <Term word="match sheet">Match sheet</Term> · line {sheet.line}
          </Heading>
          <Grid
            tableLayout="fixed"
            css={{ '& td, & th': { px: '6px' }, '& th': { whiteSpace: 'normal', verticalAlign: 'bottom' } }}
          >
            <thead>
              <tr>
                <th style={{ width: '26%' }} aria-label="What" />
                <th>Registrar expects</th>
                <th>We sent</th>
                <th>Phone used</th>
              </tr>
            </thead>
            <tbody>
              {sheet.rows.filter(isKnown).map((row) => (
                <Row key={row.what} row={row} />
              ))}
            </tbody>
          </Grid>
          <Unknown rows={sheet.rows.filter((row) => !isKnown(row))} />
        </Box>
      ))}
    </>
  )
}

const isKnown = (row: Schemas['Row']) => row.sent !== '' || row.used !== ''

/** What was neither sent nor seen, in a line. */
function Unknown({ rows }: { rows: Schemas['Row'][] }) {
  return rows.length === 0 ? null : (
    <Faded fontSize="12px">
      Neither sent nor seen yet:{' '}
      {rows.map((r) => r.what.replace(/^[A-Z](?=[a-z])/, (c) => c.toLowerCase())).join(', ')}.
    </Faded>
  )
}

function Row({ row }: { row: Schemas['Row'] }) {
  const given = [row.expected, row.sent, row.used].filter((text) => text !== '')
  const same = !row.secret && given.length === 3 && new Set(given).size === 1
  return (
    <chakra.tr bg={row.differs ? 'rustBg' : undefined}>
      <chakra.td color={row.differs ? 'rust' : 'faded'} fontWeight={row.differs ? 700 : 400}>
        {row.what}
      </chakra.td>
      {same ? (
        <td colSpan={3}>
          <Mono>{row.expected}</Mono> <Faded>— the same</Faded>
        </td>
      ) : (
        <>
          <Cell row={row} text={row.expected} unknown="anything" />
          <Cell row={row} text={row.sent} marks={row.inSent} unknown="nothing of it" />
          <Cell row={row} text={row.used} marks={row.inUsed} unknown="not seen" />
        </>
      )}
    </chakra.tr>
  )
}

/** One side’s word; where nothing is known, that is said. */
function Cell({
  row,
  text,
  marks = [],
  unknown,
}: {
  row: Schemas['Row']
  text: string
  marks?: Mark[]
  unknown: string
}) {
  const odd = row.differs && text !== '' && text !== row.expected
  if (text === '') {
    return (
      <td>
        <Faded>{unknown}</Faded>
      </td>
    )
  }
  return (
    <chakra.td color={odd ? 'rust' : undefined} fontWeight={odd && marks.length === 0 ? 700 : 400}>
      <Mono whiteSpace="pre-wrap" overflowWrap="anywhere">
        {row.secret ? `•••• ${text}` : marked(text, marks)}
      </Mono>
      {marks.length > 0 && <Box fontSize="12px">{marks.map((m) => m.words).join('; ')}</Box>}
    </chakra.td>
  )
}

/** The text with what is different in it set off; a gap where something is missing. */
function marked(text: string, marks: Mark[]): ReactNode[] {
  const pieces: ReactNode[] = []
  let at = 0
  for (const mark of marks) {
    pieces.push(text.slice(at, mark.from))
    pieces.push(
      <chakra.mark
        key={`${mark.from} ${mark.words}`}
        bg="rust"
        color="paper"
        px={mark.to > mark.from ? 0 : '2px'}
        title={mark.words}
      >
        {mark.to > mark.from ? text.slice(mark.from, mark.to).replace(/\s/g, '␣') : ''}
      </chakra.mark>,
    )
    at = mark.to
  }
  pieces.push(text.slice(at))
  return pieces
}
