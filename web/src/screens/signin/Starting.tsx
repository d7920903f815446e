import { Box } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Brand } from '../../frame/Brand'
import { Dialog } from '../../kit/Dialog'
import { useTheme } from '../../theme/useTheme'
import { readyIn } from './readyIn'

/** The server starts anew under screens that are open. */
export function StartingAgain({ start }: { start: Schemas['Start'] }) {
  return (
    <Dialog title="Jordfell is starting anew" width="400px" stays>
      <Box role="status">
        <b>{readyIn(start.secondsLeft)}.</b> What you typed is still here; this goes on by itself.
      </Box>
    </Dialog>
  )
}

/** Jordfell is up and not ready yet: what it does and how long that takes. */
export function Starting({ start }: { start: Schemas['Start'] }) {
  useTheme()
  return (
    <Box minH="100%" display="grid" placeItems="center" p="20px">
      <Box width="340px" role="status">
        <Brand size={26} />
        <Box mt="18px" fontSize="16px" fontWeight={700}>
          {readyIn(start.secondsLeft)}
        </Box>
        <Box color="faded" mt="2px">
          Step {start.step} of {start.of}: {start.what}. You can sign in then; this page goes on by itself.
        </Box>
      </Box>
    </Box>
  )
}
