import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import { Act, Choice, Faded } from '../../kit/basics'
import type { Row, Sheet } from './queries'

type Props = { row: Row; sheet: Sheet; mayChange: boolean; onAnswer: (field: string, value: string) => void }

const BUTTONS = 4

/** Everything that is said of the row in which the cursor stands, and what could be answered. */
export function RowDetail({ row, sheet, mayChange, onAnswer }: Props) {
  const heading = (field: string) => sheet.columns.find((c) => c.field === field)?.heading ?? field
  return (
    <Box
      as="section"
      aria-label={`Row ${row.number}`}
      bg="sheet"
      borderTop="1px solid"
      borderColor="line"
      px="18px"
      py="6px"
      maxH="150px"
      overflow="auto"
    >
      <Faded fontSize="12px">
        Row {row.number}
        {row.line > 0 && `, line ${row.line} of the file`}
        {row.notes.length > 0 && ` · ${row.notes.join(' · ')}`}
      </Faded>
      {row.problems.map((p, i) => (
        <Flex key={i} gap="8px" align="center" wrap="wrap" py="2px">
          <chakra.span color={p.answerable ? 'amberText' : 'rust'}>
            {heading(p.column)}:{' '}
            <b>{p.deviceId > 0 ? <Link to={`/fleet/${p.deviceId}`}>{p.reason}</Link> : p.reason}</b> {p.hint}
          </chakra.span>
          {mayChange && p.offers.length > BUTTONS ? (
            <Choice
              aria-label={heading(p.column)}
              value=""
              onChange={(e) => onAnswer(p.answeredIn, e.target.value)}
            >
              <option value="">choose…</option>
              {p.offers.map((o) => (
                <option key={o.value} value={o.value}>
                  {o.label}
                </option>
              ))}
            </Choice>
          ) : (
            mayChange &&
            p.offers.map((o) => (
              <Act key={o.value} py="1px" px="8px" onClick={() => onAnswer(p.answeredIn, o.value)}>
                {o.label}
              </Act>
            ))
          )}
        </Flex>
      ))}
    </Box>
  )
}
