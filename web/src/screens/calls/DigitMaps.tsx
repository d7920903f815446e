import { Box, Flex, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Copy } from '../../kit/Copy'
import { Shown } from '../../kit/Shown'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { useDigitMaps } from './queries'

type View = Schemas['DigitMapView']

/** Which numbers of the domain a phone sends at once, which wait, and which it never sends, by each digit map. */
export function DigitMaps() {
  const { domainId } = useDomain()
  return (
    <CallsFrame>
      <Shown query={useDigitMaps(domainId)} what="The digit maps">
        {(all) => (
          <>
            <Proposal all={all} />
            {all.maps.map((m) => (
              <OneMap key={m.map} map={m} />
            ))}
          </>
        )}
      </Shown>
    </CallsFrame>
  )
}

function Proposal({ all }: { all: Schemas['DigitMapsView'] }) {
  const usedAlready = all.maps.some((m) => m.map === all.proposal)
  return (
    <Box bg="card" border="1px solid" borderColor="line" p="10px 14px" maxW="960px">
      <b>Proposed for this domain</b>
      {all.proposal === '' ? (
        <Box>
          Its blocks and dial lists have more patterns than a phone takes in a digit map: let phones send what
          is dialled, and the registrar decide.
        </Box>
      ) : (
        <>
          <Flex gap="10px" align="baseline" mt="4px">
            <Mono whiteSpace="normal" wordBreak="break-all">
              {all.proposal}
            </Mono>
            <Copy text={all.proposal} label="the digit map" />
          </Flex>
          <Faded display="block" mt="4px">
            From its blocks, groups, services, dial lists and emergency numbers: {fates(all.proposed)}.{' '}
            {usedAlready ? 'It is set already.' : 'Set it for the domain, under Templates, as “Digit map”.'}
          </Faded>
        </>
      )}
    </Box>
  )
}

function OneMap({ map }: { map: View }) {
  const bad = map.shadowed + map.refused > 0 || map.problem !== ''
  return (
    <Box mt="20px" maxW="960px" role="region" aria-label={map.map}>
      <Heading>
        {map.places.slice(0, 4).join(', ') +
          (map.places.length > 4 ? ` and ${map.places.length - 4} more` : '')}
      </Heading>
      <Mono whiteSpace="normal" wordBreak="break-all">
        {map.map}
      </Mono>
      <Box color={bad ? 'rust' : map.waiting > 0 ? 'amberText' : 'mossText'} fontWeight={600} mt="2px">
        {map.problem || sentence(map)}
      </Box>
      {!allWait(map) && map.shown.length > 0 && (
        <Grid mt="4px">
          <tbody>
            {map.shown.map((o) => (
              <tr key={o.number}>
                <chakra.td width="90px">
                  <Mono fontWeight={700}>{o.number}</Mono>
                </chakra.td>
                <chakra.td color={o.fate === 'WAITS' ? 'amberText' : 'rust'} whiteSpace="nowrap">
                  {WORDS[o.fate]}
                </chakra.td>
                <td>
                  {o.fate === 'SHADOWED' && (
                    <>
                      <Mono>{o.sent}</Mono> is sent before the rest is dialled, by <Mono>{o.by}</Mono>
                    </>
                  )}
                  {o.fate === 'WAITS' && (
                    <>
                      <Mono>{o.by}</Mono> could go on
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Grid>
      )}
      {!allWait(map) && map.waiting + map.shadowed + map.refused > map.shown.length && (
        <Faded>and {map.waiting + map.shadowed + map.refused - map.shown.length} more</Faded>
      )}
    </Box>
  )
}

const WORDS: Record<Schemas['OtherwiseView']['fate'], string> = {
  WAITS: 'waits',
  SHADOWED: 'can’t be dialled',
  NOT_DIALLED: 'can’t be dialled: no match',
}

const allWait = (map: View) => map.waiting > 0 && map.atOnce + map.shadowed + map.refused === 0

function sentence(map: View) {
  if (allWait(map)) return 'Every number waits for the timer, since more digits could follow it.'
  const none = map.waiting + map.shadowed + map.refused === 0
  return none ? 'Every number is sent with its last digit.' : `${fates(map)}.`
}

function fates(map: View) {
  const parts = [`${map.atOnce} numbers are sent with their last digit`]
  if (map.waiting > 0) parts.push(`${map.waiting} wait for the timer`)
  if (map.shadowed + map.refused > 0) parts.push(`${map.shadowed + map.refused} can’t be dialled`)
  return parts.join(', ')
}
