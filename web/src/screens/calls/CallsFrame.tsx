import { Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Choice, Title } from '../../kit/basics'
import { Tabs } from '../../kit/Tabs'
import { useDomain } from '../roster/useDomain'

const TABS = [
  { path: '/calls/rings', name: 'What rings' },
  { path: '/calls/nothing', name: 'Rings nothing' },
  { path: '/calls/groups', name: 'Groups' },
  { path: '/calls/what-if', name: 'What if' },
  { path: '/calls/digit-maps', name: 'Digit maps' },
  { path: '/calls/lists', name: 'Dial lists' },
  { path: '/calls/permissions', name: 'Permissions' },
  { path: '/calls/codecs', name: 'Codecs' },
]

/** What the parts of this subject share: tabs and the domain. */
export function CallsFrame({ children, acts }: { children: ReactNode; acts?: ReactNode }) {
  const { ground, domainId, set } = useDomain()
  const keep = domainId !== ground?.domains[0]?.id ? `?domain=${domainId}` : ''
  return (
    <Flex direction="column" height="100%" px="18px" pt="14px">
      <Flex align="baseline" gap="16px" wrap="wrap">
        <Title>Calls</Title>
        <Tabs label="Parts of the calls" tabs={TABS.map((t) => ({ to: t.path + keep, name: t.name }))} />
        <Choice
          aria-label="Domain"
          ml="auto"
          maxW="240px"
          value={domainId}
          onChange={(e) => set('domain', e.target.value)}
        >
          {ground?.domains.map((d) => (
            <option key={d.id} value={d.id}>
              {d.name}
            </option>
          ))}
        </Choice>
      </Flex>
      {acts && (
        <Flex gap="8px" mt="10px" align="center" wrap="wrap">
          {acts}
        </Flex>
      )}
      <Flex direction="column" flex="1" minH="0" overflow="auto" mt="10px" pb="18px">
        {children}
      </Flex>
    </Flex>
  )
}
