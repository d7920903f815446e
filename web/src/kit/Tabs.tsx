import { Flex, chakra } from '@chakra-ui/react'
import { Link, useLocation } from 'react-router'

const Tab = chakra(Link, {
  base: {
    color: 'faded',
    fontWeight: 500,
    pb: '4px',
    borderBottom: '3px solid transparent',
    _hover: { color: 'ink' },
    '&[aria-current=page]': { color: 'ink', fontWeight: 700, borderColor: 'ink' },
  },
})

/** Parts of a screen, each at its own address; the one whose address is the nearest is marked. */
export function Tabs({ label, tabs }: { label: string; tabs: { to: string; name: string }[] }) {
  const path = useLocation().pathname
  const nearest = tabs
    .filter((t) => path === t.to || path.startsWith(t.to + '/'))
    .toSorted((a, b) => b.to.length - a.to.length)[0]
  return (
    <Flex as="nav" aria-label={label} gap="18px" align="baseline">
      {tabs.map((t) => (
        <Tab key={t.to} to={t.to} aria-current={t === nearest ? 'page' : undefined}>
          {t.name}
        </Tab>
      ))}
    </Flex>
  )
}
