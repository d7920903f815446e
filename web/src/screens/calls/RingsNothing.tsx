import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Choice, Faded, Grid, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { type DeadEnd, useDeadNumbers } from './queries'

/** Every outside number, extension and group that rings nothing if somebody calls it now. */
export function RingsNothing() {
  const { domainId, at, set } = useDomain()
  const end = (at('end') || undefined) as DeadEnd | undefined
  const found = useDeadNumbers(domainId, end)
  return (
    <CallsFrame>
      <Shown query={found} what="The numbers that ring nothing">
        {(data) => (
          <>
            <Flex gap="12px" align="baseline" wrap="wrap" mb="10px">
              <b>{counted(data)}</b>
              <Choice
                aria-label="Why"
                ml="auto"
                value={end ?? ''}
                onChange={(e) => set('end', e.target.value)}
              >
                <option value="">for whatever reason</option>
                {(Object.keys(WHY) as DeadEnd[])
                  .filter((why) => data.byEnd[why] || why === end)
                  .map((why) => (
                    <option key={why} value={why}>
                      {WHY[why]} ({data.byEnd[why] ?? 0})
                    </option>
                  ))}
              </Choice>
            </Flex>
            <Faded display="block" mb="8px">
              By who is registered, and where the registrar sends calls. What a phone diverts itself is looked
              at under <i>What rings</i>.
            </Faded>
            {data.numbers.length === 0 ? (
              <Empty title={emptyTitle(data)}>
                Outside numbers, extensions and groups that reach no device and nothing that answers would
                stand here, each with why.
              </Empty>
            ) : (
              <Numbers data={data} domainId={domainId} />
            )}
          </>
        )}
      </Shown>
    </CallsFrame>
  )
}

function Numbers({ data, domainId }: { data: Schemas['DeadNumbers']; domainId: number }) {
  return (
    <>
      <Grid>
        <thead>
          <tr>
            <th>Number</th>
            <th>Whose</th>
            <th>Why</th>
            <th>What should ring</th>
          </tr>
        </thead>
        <tbody>
          {data.numbers.map((n) => (
            <tr key={n.asked}>
              <td>
                <Mono fontWeight={700} whiteSpace="nowrap">
                  <Link to={`/calls/rings?domain=${domainId}&number=${encodeURIComponent(n.asked)}`}>
                    {n.shown}
                  </Link>
                </Mono>
              </td>
              <td>{n.name}</td>
              <td>{n.why}</td>
              <td>
                {n.deviceId > 0 && (
                  <>
                    <chakra.span fontWeight={600} _hover={{ textDecoration: 'underline' }}>
                      <Link to={`/fleet/${n.deviceId}`}>{n.label}</Link>
                    </chakra.span>{' '}
                    <Faded>{n.device}</Faded>
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Grid>
      {data.dead > data.numbers.length && data.numbers.length === 500 && (
        <Box mt="8px">
          <Faded>These are the first 500. Choose a reason to see others.</Faded>
        </Box>
      )}
    </>
  )
}

/** Nothing to list for one reason is not nothing to list. */
function emptyTitle({ looked, dead }: Schemas['DeadNumbers']) {
  if (looked === 0) return 'No number yet'
  return dead === 0 ? 'Every number rings something' : 'None for this reason'
}

function counted({ looked, dead, unassigned }: Schemas['DeadNumbers']) {
  const given = unassigned > 0 ? `, ${unassigned} of them outside numbers that are given to nobody` : ''
  return `${dead} of ${looked} numbers ${dead === 1 ? 'rings' : 'ring'} nothing now${given}.`
}

const WHY: Record<DeadEnd, string> = {
  LOOP: 'it goes round',
  UNASSIGNED: 'given to nobody',
  NOBODY_HAS_IT: 'sent to a number that nobody has',
  NOT_PERMITTED: 'sent where it may not call',
  EMPTY_GROUP: 'a group without members',
  TOO_FAR: 'sent on too often',
  NOT_REGISTERED: 'nothing is registered',
  BUSY: 'busy',
  NO_DEVICE: 'on no device',
}
