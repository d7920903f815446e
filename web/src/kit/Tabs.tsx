import { Flex, chakra } from '@chakra-ui/react'
import { NavLink } from 'react-router'

const Tab = chakra(NavLink, {
  base: {
    color: 'faded',
    fontWeight: 500,
    pb: '4px',
    borderBottom: '3px solid transparent',
    _hover: { color: 'ink' },
    '&.active': { color: 'ink', fontWeight: 700, borderColor: 'ink' },
  },
})

/** Parts of a screen, each at its own address. */
export function Tabs({ label, tabs }: { label: string; tabs: { to: string; name: string }[] }) {
  return (
    <Flex as="nav" aria-label={label} gap="18px" align="baseline">
      {tabs.map((t) => (
        <Tab key={t.to} to={t.to}>
          {t.name}
        </Tab>
      ))}
    </Flex>
  )
}
