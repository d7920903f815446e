import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Grid, Heading, Mono } from '../../kit/basics'

/** Side by side for each line: what the registrar expects, what we sent, what the phone used. */
export function MatchSheets({ sheets }: { sheets: Schemas['MatchSheet'][] }) {
  return (
    <>
      {sheets.map((sheet) => (
        <Box key={sheet.line} mt="16px" role="region" aria-label={`Match sheet, line ${sheet.line}`}>
          <Heading>Match sheet · line {sheet.line}</Heading>
          <Grid tableLayout="fixed">
            <thead>
              <tr>
                <th style={{ width: '27%' }} aria-label="What" />
                <th>Registrar expects</th>
                <th>We sent</th>
                <th>Phone used</th>
              </tr>
            </thead>
            <tbody>
              {sheet.rows.map((row) => (
                <Row key={row.what} row={row} />
              ))}
            </tbody>
          </Grid>
        </Box>
      ))}
    </>
  )
}

function Row({ row }: { row: Schemas['Row'] }) {
  const odd = (text: string) => row.differs && text !== '' && text !== row.expected
  return (
    <chakra.tr bg={row.differs ? 'rustBg' : undefined}>
      <chakra.td color={row.differs ? 'rust' : 'faded'} fontWeight={row.differs ? 700 : 400}>
        {row.what}
      </chakra.td>
      {[row.expected, row.sent, row.used].map((text, i) => (
        <chakra.td key={i} color={odd(text) ? 'rust' : undefined} fontWeight={odd(text) ? 700 : 400}>
          <Mono whiteSpace="normal" overflowWrap="anywhere">
            {text === '' ? '–' : row.secret ? `•••• ${text}` : text}
          </Mono>
        </chakra.td>
      ))}
    </chakra.tr>
  )
}
