import { Box, Flex } from '@chakra-ui/react'
import { useIsFetching } from '@tanstack/react-query'
import { type ReactNode, Suspense, useState } from 'react'
import { useLocation } from 'react-router'
import type { Schemas } from '../api/client'
import { KeepNote } from './KeepNote'
import { Shortcuts } from './Shortcuts'
import type { Subject } from './subject'
import { TopBar } from './TopBar'
import { Tray } from './Tray'
import { UndoStrip } from './UndoStrip'
import { useShortcuts } from './useShortcuts'
import { useTitle } from './useTitle'

/** The bar above, the work between, the tray below when something is not on the phones yet. */
type Props = { person: Schemas['SignedIn']; subjects: Subject[]; children: ReactNode }

export function Frame({ person, subjects, children }: Props) {
  const [help, setHelp] = useState(false)
  useShortcuts(subjects, () => setHelp(true))
  useTitle(subjects, useLocation().pathname)
  return (
    <Flex direction="column" height="100vh" overflow="hidden">
      <TopBar person={person} subjects={subjects} onHelp={() => setHelp(true)} />
      <KeepNote />
      <Work>{children}</Work>
      <UndoStrip />
      <Tray mayRelease={person.role !== 'VIEWER'} />
      {help && <Shortcuts subjects={subjects} onClose={() => setHelp(false)} />}
    </Flex>
  )
}

/** The screen, which says to a screen reader when something on it is being loaded for the first time. */
function Work({ children }: { children: ReactNode }) {
  const loading = useIsFetching({ predicate: ({ state }) => state.status === 'pending' })
  return (
    <Box as="main" aria-busy={loading > 0} flex="1" minH="0" overflow="hidden">
      <Suspense fallback={<Fetched />}>{children}</Suspense>
    </Box>
  )
}

/** A screen that is not here yet: after a moment it says so. */
function Fetched() {
  return (
    <Box role="status" p="18px" color="faded" animation="appear 0s 600ms both">
      Loading this screen…
    </Box>
  )
}
