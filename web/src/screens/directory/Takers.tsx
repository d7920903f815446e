import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Shown } from '../../kit/Shown'
import { FallingOff } from '../fleet/FallingOff'
import { type Phonebook, useTakers } from './queries'

type Taker = Schemas['Taker']

const FEW = 40

/** Who is given the phonebook, and how each asked for it last: those first that don’t have it. */
export function Takers({ phonebook }: { phonebook: Phonebook }) {
  const takers = useTakers(phonebook.id)
  return (
    <Box maxH="34%" overflow="auto" flexShrink={0}>
      <Shown query={takers} what="Who has it">
        {({ takers: all, more }) => {
          const has = all.filter((t) => t.taking === 'HAS_IT' || t.taking === 'TOO_MUCH').length
          return (
            <>
              <Flex align="baseline" gap="10px">
                <Heading>Who has it</Heading>
                <Faded>
                  {all.length === 0
                    ? 'No phone is given it: name it in a slot under Templates, Phonebook.'
                    : `${has} of ${all.length} ${all.length === 1 ? 'phone' : 'phones'}${more > 0 ? `; ${more} more were not looked at` : ''}`}
                </Faded>
              </Flex>
              {all.length > 0 && (
                <Grid aria-label="Who has it">
                  <tbody>
                    {all.slice(0, FEW).map((t) => (
                      <tr key={`${t.deviceId}-${t.slot}`}>
                        <td>
                          <chakra.b color="fjord">
                            <Link to={`/fleet/${t.deviceId}`}>{t.label}</Link>
                          </chakra.b>
                        </td>
                        <td>
                          <Faded>
                            {t.model}, slot {t.slot}
                          </Faded>
                        </td>
                        <td>
                          <How taker={t} />
                        </td>
                        <td>
                          {t.at && (
                            <Faded>
                              <Age at={t.at} /> ago
                            </Faded>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </Grid>
              )}
              {all.length > FEW && <Faded>and {all.length - FEW} more</Faded>}
            </>
          )
        }}
      </Shown>
    </Box>
  )
}

function How({ taker: t }: { taker: Taker }) {
  const edition = <Mono>{t.edition}</Mono>
  switch (t.taking) {
    case 'HAS_IT':
      return (
        <chakra.span color="mossText">
          has edition {edition}, {t.names} names
        </chakra.span>
      )
    case 'TOO_MUCH':
      return (
        <chakra.span color="amberText">
          has edition {edition}; {t.left} of {t.names + t.left} names don’t fit.
          <FallingOff deviceId={t.deviceId} slot={t.slot} label={t.label} />
        </chakra.span>
      )
    case 'OLDER':
      return <chakra.span color="amberText">has an older edition, {edition}</chakra.span>
    case 'REFUSED':
      return <chakra.span color="rust">asked and was answered {t.status}</chakra.span>
    case 'NEVER_ASKED':
      return <chakra.span color="rust">never asked for it</chakra.span>
  }
}
