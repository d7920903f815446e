import { Box, Flex, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Act, Faded, Heading } from '../../kit/basics'
import { Faults } from './Faults'
import type { Place } from './queries'

type Props = {
  places: Place[]
  phones: Schemas['PhoneView'][]
  /** The name of the site whose phones are shown; empty for all. */
  site: string
  onSite: (name: string) => void
  mayAct: boolean
  onBreak: (place: Place) => void
  /** The names of a domain are to be looked at. */
  onNames: (domain: string) => void
}

const PARTS: [Place['where'], string][] = [
  ['SITE', 'Sites'],
  ['NODE', 'Registrar nodes'],
  ['DOMAIN', 'Names of domains'],
  ['FLEET', 'A share of all phones'],
  ['PHONE', 'Single phones'],
]

/** The places of the world, how their phones are, and what is wrong with each on purpose. */
export function Places(props: Props) {
  const { places, phones, site, onSite } = props
  return (
    <Box as="nav" aria-label="Places">
      {PARTS.filter(([where]) => where !== 'PHONE' || places.some((p) => p.where === where)).map(
        ([where, heading]) => (
          <Box key={where} mb="12px">
            <Heading px="16px">{heading}</Heading>
            {where === 'SITE' && (
              <Item aria-current={site === ''}>
                <chakra.button type="button" cursor="pointer" onClick={() => onSite('')}>
                  All phones <Faded>{phones.length}</Faded>
                </chakra.button>
              </Item>
            )}
            {places
              .filter((p) => p.where === where)
              .map((place) => (
                <Line key={place.key} place={place} {...props} />
              ))}
          </Box>
        ),
      )}
    </Box>
  )
}

const Item = chakra(Box, {
  base: {
    px: '13px',
    py: '4px',
    borderLeft: '3px solid transparent',
    '&[aria-current=true]': { bg: 'sheet', borderLeftColor: 'fjord' },
  },
})

function Line({ place, phones, site, onSite, mayAct, onBreak, onNames }: Props & { place: Place }) {
  const here = phones.filter((p) => p.site === place.name)
  // All of its lines: one that is registered says nothing of the other.
  const registered = here.filter((p) =>
    p.screen.split(', ').every((line) => line.endsWith(' registered')),
  ).length
  const isSite = place.where === 'SITE'
  return (
    <Item aria-current={isSite && site === place.name}>
      <Flex justify="space-between" gap="0 8px" align="baseline" wrap={isSite ? 'nowrap' : 'wrap'}>
        {isSite ? (
          <chakra.button type="button" textAlign="left" cursor="pointer" onClick={() => onSite(place.name)}>
            {place.name}{' '}
            {here.length > 0 && (
              <Faded title={`${registered} of ${here.length} phones are registered`}>
                {registered}/{here.length}
              </Faded>
            )}
          </chakra.button>
        ) : (
          <chakra.span overflowWrap="anywhere">
            {place.name} {place.of && <Faded fontSize="12px">{place.of}</Faded>}
          </chakra.span>
        )}
        <Flex gap="4px" ml="auto">
          {mayAct && place.where === 'DOMAIN' && (
            <Act kind="quiet" aria-label={`Names of ${place.name}`} onClick={() => onNames(place.key)}>
              names…
            </Act>
          )}
          {mayAct && (
            <Act kind="quiet" aria-label={`Break something: ${place.name}`} onClick={() => onBreak(place)}>
              break…
            </Act>
          )}
        </Flex>
      </Flex>
      <Faults faults={place.faults} mayAct={mayAct} />
    </Item>
  )
}
