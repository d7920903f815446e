import { Box, Flex, chakra } from '@chakra-ui/react'
import { Fragment } from 'react'
import { NavLink } from 'react-router'
import type { Schemas } from '../api/client'
import { useClock, useFrame } from '../api/queries'
import { Brand } from './Brand'
import { PersonMenu } from './PersonMenu'
import { Search } from './Search'
import type { Subject } from './subject'
import { StaleNote } from './StaleNote'

const Item = chakra(NavLink, {
  base: {
    display: 'flex',
    alignItems: 'center',
    minH: '36px',
    px: { base: '8px', xl: '12px' },
    color: 'faded',
    fontWeight: 500,
    position: 'relative',
    _hover: { color: 'ink' },
    '&.active': { color: 'ink', fontWeight: 700 },
    '&.active::after': {
      content: '""',
      position: 'absolute',
      insetInline: { base: '8px', xl: '12px' },
      bottom: '-1px',
      height: '3px',
      bg: 'ink',
    },
  },
})

type Props = { person: Schemas['SignedIn']; subjects: Subject[]; onHelp: () => void }

export function TopBar({ person, subjects, onHelp }: Props) {
  useClock() // every age on every screen is told by it
  const frame = useFrame().data
  const counts: Record<string, number | undefined> = {
    '/intake': frame && frame.knocks + frame.strays,
    '/triage': frame?.causes,
  }
  return (
    <Flex
      as="header"
      minH="46px"
      wrap={{ base: 'wrap', lg: 'nowrap' }}
      px="18px"
      bg="sheet"
      borderBottom="1px solid"
      borderColor="line"
      flexShrink="0"
    >
      <Flex align="center" mr={{ base: '10px', xl: '22px' }}>
        <Brand />
      </Flex>
      <Flex as="nav" aria-label="Screens" wrap={{ base: 'wrap', lg: 'nowrap' }}>
        {subjects.map((screen, i) => (
          <Fragment key={screen.path}>
            {i > 0 && screen.work && subjects[i - 1]?.work && (
              <Box alignSelf="center" w="14px" h="1px" bg="line" hideBelow="xl" />
            )}
            {i > 0 && screen.work !== subjects[i - 1]?.work && (
              <Box alignSelf="center" w="1px" h="18px" bg="line" mx={{ base: '4px', xl: '10px' }} />
            )}
            <Item to={screen.path}>
              {screen.name}
              {!!counts[screen.path] && (
                <chakra.b color="rust" fontSize="11px" fontWeight={600} ml="6px">
                  {counts[screen.path]}
                </chakra.b>
              )}
            </Item>
          </Fragment>
        ))}
      </Flex>
      <Flex ml="auto" align="center" gap="14px" minW="0" py={{ base: '4px', lg: '0' }}>
        <StaleNote />
        <Search />
        <PersonMenu person={person} onHelp={onHelp} />
      </Flex>
    </Flex>
  )
}
