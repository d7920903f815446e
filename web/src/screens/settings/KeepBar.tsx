import { Box, Flex, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Act, Faded, Mono } from '../../kit/basics'

type Props = {
  changed: boolean
  busy: boolean
  impact: Schemas['Impact'] | undefined
  onKeep: () => void
  onForget: () => void
}

const SHOWN = 24

/** Whom a change touches, told before it is kept. */
export function KeepBar({ changed, busy, impact, onKeep, onForget }: Props) {
  if (!changed) return null
  return (
    <Box
      mt="16px"
      p="10px 14px"
      bg="sheet"
      borderLeft="3px solid"
      borderColor={impact?.falling.length ? 'rust' : 'fjord'}
      role="status"
    >
      <Box>
        {impact?.devices ? (
          <b>
            Touches {impact.devices} {impact.devices === 1 ? 'device' : 'devices'}; each has to be released
            again.
          </b>
        ) : (
          <Faded>Touches no device’s configuration.</Faded>
        )}{' '}
        {impact?.sentences.join(' ')}
      </Box>
      {impact && impact.falling.length > 0 && (
        <chakra.div mt="4px" color="rust">
          Falling out: <Mono whiteSpace="normal">{impact.falling.slice(0, SHOWN).join(', ')}</Mono>
          {impact.falling.length > SHOWN && ` and ${impact.falling.length - SHOWN} more`}
        </chakra.div>
      )}
      <Flex gap="8px" mt="8px">
        <Act kind="main" disabled={busy} onClick={onKeep}>
          Keep the changes
        </Act>
        <Act kind="quiet" onClick={onForget}>
          Forget them
        </Act>
      </Flex>
    </Box>
  )
}
