import { Box, Flex } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { useLocation } from 'react-router'
import type { Schemas } from '../api/client'
import { Shortcuts } from './Shortcuts'
import { TopBar } from './TopBar'
import { Tray } from './Tray'
import { UndoStrip } from './UndoStrip'
import { useShortcuts } from './useShortcuts'
import { useTitle } from './useTitle'

/** The bar above, the work between, the tray below when something is not on the phones yet. */
export function Frame({ person, children }: { person: Schemas['SignedIn']; children: ReactNode }) {
  const [help, setHelp] = useState(false)
  useShortcuts(() => setHelp(true))
  useTitle(useLocation().pathname)
  return (
    <Flex direction="column" height="100vh" overflow="hidden">
      <TopBar person={person} onHelp={() => setHelp(true)} />
      <Box as="main" flex="1" minH="0" overflow="hidden">
        {children}
      </Box>
      <UndoStrip />
      <Tray mayRelease={person.role !== 'VIEWER'} />
      {help && <Shortcuts onClose={() => setHelp(false)} />}
    </Flex>
  )
}
