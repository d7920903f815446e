import { Box, Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** So much of a row its name takes. */
export const HEAD = '128px'

/** One row of the axis, with its name in front. */
export function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Flex borderTop="1px solid" borderColor="hair" h="27px" align="center">
      <Box w={HEAD} flexShrink={0} fontSize="12px" fontWeight={600} color="faded" truncate>
        {name}
      </Box>
      <Box position="relative" flex="1" h="100%" overflow="hidden">
        {children}
      </Box>
    </Flex>
  )
}
