import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import { useKnocks } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Faded, Heading, Mono } from '../../kit/basics'
import { useStrays } from './queries'

const MOST = 4

/** Who asks for files and is not enrolled, and who registers and belongs to nobody. */
export function AtTheDoor() {
  const knocks = useKnocks().data ?? []
  const strays = useStrays().data ?? []
  if (knocks.length + strays.length === 0) return null
  return (
    <Box as="section" aria-label="At the door" mt="18px">
      <Heading>
        <Link to="/intake">At the door</Link>
      </Heading>
      {knocks.slice(0, MOST).map((k) => (
        <Visitor key={k.mac} at={k.lastAt} who={<Mono fontWeight={700}>{k.mac}</Mono>} times={k.times}>
          {k.near ? `${k.near.words} from ${k.near.label}` : `asks at ${k.site}, nobody enrolled it`}
        </Visitor>
      ))}
      {strays.slice(0, MOST).map((s) => (
        <Visitor key={s.id} at={s.lastAt} who={<b>A stray on {s.number}</b>} times={s.times}>
          {s.registered ? 'registered' : 'heard'} from {s.address}
        </Visitor>
      ))}
      {knocks.length + strays.length > 2 * MOST && (
        <Faded fontSize="12px">{knocks.length + strays.length} in all</Faded>
      )}
    </Box>
  )
}

type Props = { who: React.ReactNode; times: number; at: string; children: React.ReactNode }

function Visitor({ who, times, at, children }: Props) {
  return (
    <Flex py="5px" gap="8px" borderBottom="1px solid" borderColor="line" align="baseline">
      <Box flex="1" minW="0">
        {who} <Faded>{times > 1 && `${times} ×`}</Faded>
        <Box color="faded" overflowWrap="anywhere">
          {children}
        </Box>
      </Box>
      <Faded fontSize="12px">
        <Age at={at} />
      </Faded>
    </Flex>
  )
}
