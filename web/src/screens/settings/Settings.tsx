import { Box, Flex } from '@chakra-ui/react'
import { useParams } from 'react-router'
import { useSession } from '../../api/queries'
import { Title } from '../../kit/basics'
import { Tabs } from '../../kit/Tabs'
import { Alarms } from './Alarms'
import { ActList } from './ActList'
import { AuditList } from './AuditList'
import { Domains } from './Domains'
import { Families } from './Families'
import { Models } from './Models'
import { Sites } from './Sites'

const TABS = [
  { to: '/settings/domains', name: 'Domains' },
  { to: '/settings/sites', name: 'Sites' },
  { to: '/settings/models', name: 'Models' },
  { to: '/settings/families', name: 'Families' },
  { to: '/settings/alarms', name: 'Alarms' },
  { to: '/settings/history', name: 'History' },
]

/** Not for those who only look. */
const AUDIT = { to: '/settings/audit', name: 'Audit' }

/** The ground that everything stands on. */
export function Settings() {
  const { tab, id } = useParams()
  const role = useSession().data?.role ?? 'VIEWER'
  return (
    <Flex direction="column" height="100%">
      <Flex align="baseline" gap="16px" p="14px 18px 0" borderBottom="1px solid" borderColor="line">
        <Title>Settings</Title>
        <Tabs label="Parts of the settings" tabs={role === 'VIEWER' ? TABS : [...TABS, AUDIT]} />
      </Flex>
      <Box flex="1" minH="0">
        {tab === 'sites' ? (
          <Sites open={Number(id ?? 0)} />
        ) : tab === 'models' ? (
          <Models open={id ?? ''} />
        ) : tab === 'families' ? (
          <Families open={id ?? ''} />
        ) : tab === 'alarms' ? (
          <Alarms />
        ) : tab === 'history' || tab === 'audit' ? (
          <Box height="100%" overflow="auto" p="12px 18px">
            {tab === 'history' ? <ActList /> : <AuditList />}
          </Box>
        ) : (
          <Domains open={Number(id ?? 0)} />
        )}
      </Box>
    </Flex>
  )
}
