import { Box, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Faded, Heading, Mono } from '../../kit/basics'
import { CutMiddle } from '../../kit/CutMiddle'

type Extension = Schemas['ExtensionRow']
type Holder = Schemas['HolderView']

/** How a holder’s state is said, and in which colour. */
const WORDS = {
  REGISTERED: ['registered', 'mossText'],
  REFUSED: ['refused', 'rust'],
  ENDED: ['not any more', 'slateText'],
  NEVER: ['never registered', 'slateText'],
} as const

/** What the list can be narrowed to. */
export const STANDS = [
  ['', 'However they stand'],
  ['REGISTERED', 'Registered'],
  ['REFUSED', 'Refused'],
  ['NOT_REGISTERED', 'On a device, not registered'],
  ['NOBODY', 'On no device'],
] as const

export type StandsFilter = (typeof STANDS)[number][0]

/** Whether calls reach an extension, in a cell: the state of whoever stands best, and since when. */
export function StandsCell({ extension }: { extension: Extension }) {
  const first = extension.holders[0]
  if (!first) return <Faded>–</Faded>
  const [words, colour] = WORDS[first.state]
  return (
    <chakra.span
      display="block"
      maxW={{ base: '170px', xl: '300px' }}
      overflow="hidden"
      textOverflow="ellipsis"
      title={`${first.name} ${first.why}`.trim()}
    >
      <chakra.span color={colour}>{words}</chakra.span>
      <Faded>
        {first.since && (
          <>
            {' '}
            · <Age at={first.since} />
          </>
        )}
        {first.why && ` · ${first.why}`}
      </Faded>
    </chakra.span>
  )
}

/** What a call to an extension rings, in a cell: the devices that have it on record, or who registers it besides. */
export function RingsCell({ extension: e }: { extension: Extension }) {
  if (e.devices)
    return (
      <chakra.span color="fjord">
        <Link to={`/fleet/${e.firstDeviceId}`} onClick={(click) => click.stopPropagation()}>
          <CutMiddle text={e.devices} />
        </Link>
      </chakra.span>
    )
  return (
    <chakra.span color="amberText">
      {e.state === 'REGISTERED' ? 'somebody who is no device' : 'nothing: no device has it'}
    </chakra.span>
  )
}

/** Everybody who has an extension, or tries to, each with where it is. */
export function Holders({ extension }: { extension: Extension }) {
  if (extension.holders.length === 0)
    return (
      <Box mt="10px" color="amberText">
        No device has it, and nobody registers it: it rings nowhere.
      </Box>
    )
  return (
    <Box mt="10px">
      <Heading>Who has it</Heading>
      <Box as="ul" aria-label="Who has it" listStyleType="none">
        {extension.holders.map((h) => (
          <li key={`${h.deviceId} ${h.name} ${h.peer}`}>
            <Name holder={h} /> <State holder={h} />
          </li>
        ))}
      </Box>
    </Box>
  )
}

function Name({ holder }: { holder: Holder }) {
  if (holder.deviceId > 0)
    return (
      <>
        <chakra.span color="fjord">
          <Link to={`/fleet/${holder.deviceId}`}>{holder.name}</Link>
        </chakra.span>
        {holder.byHand && <Faded> by hand</Faded>}
      </>
    )
  return (
    <>
      <chakra.span color="fjord">
        <Link to="/intake">{holder.name || 'An agent without a name'}</Link>
      </chakra.span>
      <Faded>, no device on record,</Faded>
    </>
  )
}

function State({ holder }: { holder: Holder }) {
  const [words, colour] = WORDS[holder.state]
  return (
    <>
      <chakra.span color={colour}>{words}</chakra.span>
      {holder.why && <>: {holder.why}</>}
      <Faded>
        {holder.node && ` at ${holder.node}`}
        {holder.peer && (
          <>
            {' '}
            from <Mono whiteSpace="nowrap">{holder.peer}</Mono>
          </>
        )}
        {holder.since && (
          <>
            {' '}
            · <Age at={holder.since} />
          </>
        )}
      </Faded>
    </>
  )
}
