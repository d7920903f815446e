import { Box, Flex } from '@chakra-ui/react'
import { useIsFetching } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { useLocation } from 'react-router'
import type { Schemas } from '../api/client'
import { KeepNote } from './KeepNote'
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
      <KeepNote />
      <Work>{children}</Work>
      <UndoStrip />
      <Tray mayRelease={person.role !== 'VIEWER'} />
      {help && <Shortcuts onClose={() => setHelp(false)} />}
    </Flex>
  )
}

/** The screen, which says to a screen reader when something on it is being loaded for the first time. */
function Work({ children }: { children: ReactNode }) {
  const loading = useIsFetching({ predicate: ({ state }) => state.status === 'pending' })
  return (
    <Box as="main" aria-busy={loading > 0} flex="1" minH="0" overflow="hidden">
      {children}
    </Box>
  )
}
