import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Term } from '../../kit/Term'

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
                <th style={{ width: '31%' }} aria-label="What" />
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
  const given = [row.expected, row.sent, row.used].filter((text) => text !== '')
  const same = !row.secret && given.length > 1 && new Set(given).size === 1
  const odd = (text: string) => row.differs && text !== '' && text !== row.expected
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
        [row.expected, row.sent, row.used].map((text, i) => (
          <chakra.td key={i} color={odd(text) ? 'rust' : undefined} fontWeight={odd(text) ? 700 : 400}>
            <Mono whiteSpace="normal" overflowWrap="anywhere">
              {text === '' ? '–' : row.secret ? `•••• ${text}` : text}
            </Mono>
          </chakra.td>
        ))
      )}
    </chakra.tr>
  )
}
