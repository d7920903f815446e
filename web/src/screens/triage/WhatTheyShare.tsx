import { Box, Flex, chakra } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useSession, useShared } from '../../api/queries'
import { Act, Faded, Heading } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

const minutes = (seconds: number) =>
  seconds < 60 ? 'within a minute' : `within ${Math.ceil(seconds / 60)} min`

const NONE = 'none'

/** What the devices of a cause have in common that others have not, said and shown. */
export function WhatTheyShare({ cause, variant }: { cause: string; variant: string }) {
  const { data: shared, error } = useShared(cause, variant)
  if (!shared) return <Trouble error={error} />
  const { sentence, withinSeconds, afterReleaseSeconds, matrix, back } = shared
  return (
    <Box as="section" aria-label="What they share" mt="10px">
      <Box maxW="720px">
        {sentence ? (
          <b>{sentence}</b>
        ) : (
          <Faded>Nothing sets them apart from the rest so clearly that it could not be chance.</Faded>
        )}{' '}
        {withinSeconds >= 0 && (
          <span>
            It began{' '}
            {back && afterReleaseSeconds >= 0
              ? `${minutes(afterReleaseSeconds)} after release ${back.release}`
              : minutes(withinSeconds)}{' '}
            for all of them.
          </span>
        )}
      </Box>
      {back && <TakeBack cause={cause} variant={variant} back={back} besides={sentence} />}
      {sentence && matrix.rows.length > 1 && <FleetMatrix matrix={matrix} />}
    </Box>
  )
}

type BackProps = { cause: string; variant: string; back: Schemas['BackView']; besides: string }

/** A release that brought it to all of them, and the way back. */
function TakeBack({ cause, variant, back, besides }: BackProps) {
  const mayAct = useSession().data?.role !== 'VIEWER'
  const act = useChange(() =>
    unwrap(client.POST('/api/triage/take-back', { body: { cause, variant, release: back.release } })),
  )
  return (
    <Box mt="8px">
      {back.sentence !== besides && <Box maxW="720px">{back.sentence}</Box>}
      {mayAct && (
        <Flex mt="6px" gap="10px" align="center">
          <Act flexShrink={0} disabled={act.isPending || act.isSuccess} onClick={() => act.mutate(undefined)}>
            {back.label}
          </Act>
          <Faded fontSize="12px" lineHeight="1.35">
            {back.will}
          </Faded>
        </Flex>
      )}
      <Trouble error={act.error} />
    </Box>
  )
}

/** A number alone does not say what it numbers. */
function called(factor: string, value: string) {
  return /^\d+$/.test(value) ? `${factor} ${value}` : value || NONE
}

/** The fleet by two things; the more of a field are held, the darker it is, and its number says it too. */
function FleetMatrix({ matrix: m }: { matrix: Schemas['MatrixView'] }) {
  return (
    <>
      <Heading mt="14px" mb="4px">
        Held of all, by {m.down} and {m.across}
      </Heading>
      <chakra.table fontSize="12px" css={{ borderSpacing: '2px', borderCollapse: 'separate' }}>
        <thead>
          <tr>
            <td />
            {m.columns.map((column) => (
              <chakra.th key={column} scope="col" fontWeight={400} color="faded" px="8px" textAlign="left">
                {called(m.across, column)}
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {m.rows.map((row, r) => (
            <tr key={row}>
              <chakra.th scope="row" fontWeight={400} textAlign="left" pr="10px" whiteSpace="nowrap">
                {called(m.down, row)}
              </chakra.th>
              {m.columns.map((column, c) => {
                const cell = m.cells[r]?.[c] ?? { held: 0, all: 0 }
                const share = cell.all === 0 ? 0 : cell.held / cell.all
                return (
                  <chakra.td
                    key={column}
                    px="8px"
                    py="3px"
                    minW="72px"
                    fontFamily="mono"
                    fontWeight={cell.held > 0 ? 700 : 400}
                    color={cell.held > 0 ? 'ink' : 'faded'}
                    bg={share > 0.5 ? 'rustBg' : share > 0 ? 'amberBg' : 'transparent'}
                    border="1px solid"
                    borderColor="line"
                  >
                    {cell.all === 0 ? '–' : `${cell.held} of ${cell.all}`}
                  </chakra.td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </chakra.table>
    </>
  )
}
