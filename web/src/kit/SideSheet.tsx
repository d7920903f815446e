import { Box, Flex, chakra } from '@chakra-ui/react'
import { type ReactNode } from 'react'
import { Act } from './basics'
import { useKey } from './keys'

type Props = { title: string; under?: ReactNode; onClose: () => void; children: ReactNode }

/** Slides in at the right of a list that stays where it was; Esc closes it. */
export function SideSheet({ title, under, onClose, children }: Props) {
  useKey('Escape', onClose)
  return (
    <Box
      as="article"
      aria-label={title}
      width={{ base: '400px', xl: '440px' }}
      flexShrink={0}
      bg="sheet"
      borderLeft="1px solid"
      borderColor="line"
      overflow="auto"
      p="16px 20px 24px"
    >
      <Flex justify="space-between" gap="10px" align="start">
        <Box minW="0">
          <chakra.h2 fontSize="18px" fontWeight={700} overflowWrap="anywhere" lineHeight="1.25">
            {title}
          </chakra.h2>
          {under}
        </Box>
        <Act kind="quiet" aria-label="Close" title="Back to the list (Esc)" onClick={onClose}>
          ✕
        </Act>
      </Flex>
      {children}
    </Box>
  )
}
