import { Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { ListAndSheet } from '../../frame/ListAndSheet'
import { Choice, Title } from '../../kit/basics'
import { FilterEntry } from '../../kit/FilterEntry'
import { Tabs } from '../../kit/Tabs'
import { useDomain } from './useDomain'

const TABS = [
  { path: '/roster/map', name: 'Number map' },
  { path: '/roster/people', name: 'People' },
  { path: '/roster/extensions', name: 'Extensions' },
  { path: '/roster/outside', name: 'Outside numbers' },
  { path: '/roster/kits', name: 'Kits' },
]

type Props = { children: ReactNode; acts?: ReactNode; sheet?: ReactNode; searches?: boolean }

/** What the parts of the roster share: tabs, the domain, the search, and the sheet at the right. */
export function RosterFrame({ children, acts, sheet, searches = false }: Props) {
  const { ground, domainId, q, set } = useDomain()
  const keep = domainId !== ground?.domains[0]?.id ? `?domain=${domainId}` : ''
  return (
    <ListAndSheet
      sheet={sheet}
      list={
        <>
          <Flex align="baseline" gap="16px" wrap="wrap" pr="18px">
            <Title>Roster</Title>
            <Tabs label="Parts of the roster" tabs={TABS.map((t) => ({ to: t.path + keep, name: t.name }))} />
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
          <Flex gap="8px" my="10px" align="center" wrap="wrap" pr="18px">
            {searches && (
              <FilterEntry
                label="Only with"
                placeholder="only with number or name…"
                width="220px"
                value={q}
                onFilter={(text) => set('q', text)}
              />
            )}
            {acts}
          </Flex>
          <Flex direction="column" flex="1" minH="0" overflow="auto">
            {children}
          </Flex>
        </>
      }
    />
  )
}
