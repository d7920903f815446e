import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../api/client'
import { useLeaving } from '../form/useLeaving'
import { Act } from '../kit/basics'
import { useTheme } from '../theme/useTheme'

const Initials = chakra('button', {
  base: {
    w: '28px',
    h: '28px',
    borderRadius: '50%',
    bg: 'ink',
    color: 'sheet',
    fontSize: '11px',
    fontWeight: 700,
    cursor: 'pointer',
  },
})

const ROLES = { VIEWER: 'looks', TECHNICIAN: 'technician', LEAD: 'lead' } as const

export function PersonMenu({ person, onHelp }: { person: Schemas['SignedIn']; onHelp: () => void }) {
  const [open, setOpen] = useState(false)
  const [theme, switchTheme] = useTheme()
  const leaving = useLeaving()
  const signOut = async () => {
    await client.DELETE('/api/session')
    // The page is loaded anew: nothing of what this person saw stays behind the sign-in.
    window.location.assign('/')
  }
  const initials = person.name
    .split(' ')
    .map((word) => word[0])
    .slice(0, 2)
    .join('')
  return (
    <Box position="relative" onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setOpen(false)}>
      <Initials
        aria-label={`${initials}: ${person.name}, menu`}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {initials}
      </Initials>
      {open && (
        <Box
          position="absolute"
          right="0"
          top="36px"
          zIndex="20"
          bg="sheet"
          border="1px solid"
          borderColor="ink"
          p="12px"
          minW="200px"
          display="grid"
          gap="4px"
          justifyItems="start"
        >
          <b>{person.name}</b>
          <Box color="faded" mb="4px">
            {ROLES[person.role]}
          </Box>
          <Act kind="quiet" onClick={switchTheme}>
            {theme === 'dark' ? 'Light paper' : 'Dark paper'}
          </Act>
          <Act kind="quiet" onClick={onHelp}>
            Shortcuts and words
          </Act>
          <Act kind="quiet" onClick={() => leaving.leave(() => void signOut())}>
            Sign out
          </Act>
        </Box>
      )}
      {leaving.question}
    </Box>
  )
}
