import { Box, chakra } from '@chakra-ui/react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Mono } from '../../kit/basics'
import { OpenOnce } from './OpenOnce'

/** Somebody’s voicemail PIN, for them. */
export function PinShown() {
  return (
    <OpenOnce
      title="Your voicemail PIN"
      before="It is shown once: have something to write with, or remember it, before you press."
      act="Show it to me now"
      open={(token) => unwrap(client.POST('/api/pin-links/open', { body: { token } }))}
      shown={(opened) => (
        <Box as="section" aria-label="Your PIN">
          <chakra.h1 fontSize="22px" fontWeight={700}>
            {opened.name}, {opened.number}
          </chakra.h1>
          <Mono fontSize="34px" fontWeight={700} letterSpacing="0.12em" display="block" my="14px">
            {opened.pin}
          </Mono>
          <p>Type it when the voicemail asks for it. Keep it to yourself. This page is shown once.</p>
        </Box>
      )}
    />
  )
}
