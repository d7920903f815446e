import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { Faded, Grid } from './basics'

type Looked = Schemas['Looked']

const FATE: Record<string, [string, string]> = {
  NEW: ['new', 'mossText'],
  CHANGED: ['changed', 'amberText'],
  REFUSED: ['refused', 'rust'],
}

/** How many rows of an import would be taken. */
export const worthTaking = (looked: Looked | undefined) => (looked?.fresh ?? 0) + (looked?.changed ?? 0)

/** What an import would do, in numbers. */
export function LookedSums({ looked: l }: { looked: Looked }) {
  return (
    <Faded>
      {l.fresh} new, {l.changed} changed, {l.unchanged} unchanged, {l.refused} refused
    </Faded>
  )
}

/**
 * What an import would do with each row that it changes or refuses.
 *
 * @param nothing what is said where it does nothing
 */
export function LookedRows({ looked, nothing }: { looked: Looked; nothing: string }) {
  if (looked.shown.length === 0) return <Box>{nothing}</Box>
  return (
    <Grid>
      <tbody>
        {looked.shown.map((j) => (
          <tr key={j.line}>
            <chakra.td color="faded" whiteSpace="nowrap">
              line {j.line}
            </chakra.td>
            <chakra.td minW="150px">{j.name}</chakra.td>
            <chakra.td color={FATE[j.fate]?.[1]}>{FATE[j.fate]?.[0]}</chakra.td>
            <td>{j.words}</td>
          </tr>
        ))}
      </tbody>
    </Grid>
  )
}
