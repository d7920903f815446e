import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Age, age } from '../../kit/Age'
import { Act, Faded, Heading } from '../../kit/basics'

const FEW = 3

/** What the device suffered from before, when it ended, and after what. */
export function Before({ past, several }: { past: Schemas['Past'][]; several: boolean }) {
  const [all, setAll] = useState(false)
  if (past.length === 0) return null
  return (
    <>
      <Heading mt="18px">Before</Heading>
      <chakra.ul listStyleType="none">
        {(all ? past : past.slice(0, FEW)).map((p) => (
          <Box as="li" key={p.opened + p.cause + p.line} mt="6px">
            {several && p.line > 0 && <Faded>line {p.line} · </Faded>}
            {p.sentence}{' '}
            <Faded fontSize="12px" display="block">
              ended <Age at={p.closed} /> ago, after {age(p.opened, Date.parse(p.closed))} · {p.closing}
            </Faded>
          </Box>
        ))}
      </chakra.ul>
      {past.length > FEW && !all && (
        <Act kind="quiet" onClick={() => setAll(true)}>
          {past.length - FEW} more
        </Act>
      )}
    </>
  )
}
