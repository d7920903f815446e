import { Box, Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Tabs } from '../../kit/Tabs'

const TABS = [
  { to: '/templates', name: 'Layers' },
  { to: '/templates/keys', name: 'Keys' },
  { to: '/templates/compare', name: 'Compare' },
  { to: '/templates/releases', name: 'Releases' },
]

/** What the parts of the Templates screen share: their tabs. */
export function TemplatesFrame({ children }: { children: ReactNode }) {
  return (
    <Flex direction="column" height="100%">
      <Box px="16px" pt="10px" borderBottom="1px solid" borderColor="line">
        <Tabs label="Parts of Templates" tabs={TABS} />
      </Box>
      <Box flex="1" minH="0">
        {children}
      </Box>
    </Flex>
  )
}
