import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Faded, Heading } from '../../kit/basics'

/** Alarms that are so now. */
export function AlarmsNow() {
  const alarms = useQuery({
    queryKey: [...keys.triage, 'alarms'],
    refetchInterval: 10_000,
    queryFn: () => unwrap(client.GET('/api/alarms')),
  }).data
  if (!alarms || alarms.open.length === 0) return null
  return (
    <Box as="section" aria-label="Alarms" mt="14px" pl="12px" borderLeft="3px solid" borderColor="rust">
      <Heading>
        Alarms{' '}
        <Faded fontWeight={400}>
          · <Link to="/settings/alarms">who is told</Link>
        </Faded>
      </Heading>
      {alarms.open.map((a) => (
        <Box key={a.id} py="3px">
          <Box as="b" color="rust">
            {a.words}
          </Box>{' '}
          <Faded>
            {a.rule}, <Age at={a.raised} /> ago{a.told ? '' : ', nobody is told in quiet hours'}
          </Faded>
        </Box>
      ))}
    </Box>
  )
}
