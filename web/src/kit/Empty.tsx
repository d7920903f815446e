import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** An empty place tells the next step. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <Box py="40px" px="20px" maxW="520px" mx="auto" textAlign="center">
      <Box fontSize="16px" fontWeight={700} mb="4px">
        {title}
      </Box>
      <Box color="faded">{children}</Box>
    </Box>
  )
}
