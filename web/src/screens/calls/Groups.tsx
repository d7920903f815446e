import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Faded, Grid, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { ExchangeActs } from '../roster/ExchangeActs'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { EditGroup } from './EditGroup'
import { useGroups } from './queries'

/** Extensions that ring as one. */
export function Groups() {
  const { domainId } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const groups = useGroups(domainId)
  const [adding, setAdding] = useState(false)
  const { id: openId, go, close } = useOpened('/calls/groups')
  const open = groups.data?.find((g) => g.id === openId)
  return (
    <CallsFrame
      acts={
        <Flex ml="auto" gap="14px" align="center">
          <ExchangeActs what="groups" domainId={domainId} />
          {mayChange && (
            <Act kind="main" onClick={() => setAdding(true)}>
              Add a group…
            </Act>
          )}
        </Flex>
      }
    >
      <Shown query={groups} what="The groups">
        {(all) =>
          all.length === 0 ? (
            <Empty title="No group yet">
              A group has a number of its own. Whoever calls it rings all of its extensions, together or each
              in its turn, until somebody answers.
            </Empty>
          ) : (
            <Grid>
              <thead>
                <tr>
                  <th>Number</th>
                  <th>Group</th>
                  <th>Rings</th>
                  <th>Then goes to</th>
                  <th aria-label="Change" />
                </tr>
              </thead>
              <tbody>
                {all.map((g) => (
                  <tr key={g.id}>
                    <td>
                      <Mono fontWeight={700}>
                        <Link to={`/calls/rings?domain=${domainId}&number=${g.number}`}>{g.number}</Link>
                      </Mono>
                    </td>
                    <td>
                      <b>{g.name}</b>
                    </td>
                    <td>
                      <Mono>{g.members.join(g.together ? ' + ' : ' → ')}</Mono>{' '}
                      <Faded>
                        {g.together ? `together, ${g.eachSeconds} s` : `in turn, ${g.eachSeconds} s each`}
                      </Faded>
                    </td>
                    <td>{g.afterwards ? <Mono>{g.afterwards}</Mono> : <Faded>nowhere: it ends</Faded>}</td>
                    <td>
                      {mayChange && (
                        <Act kind="quiet" aria-label={`Change ${g.name}`} onClick={() => go(g.id)}>
                          Change…
                        </Act>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Grid>
          )
        }
      </Shown>
      {(adding || (mayChange && open)) && (
        <EditGroup
          key={adding ? 'new' : openId}
          domainId={domainId}
          group={adding ? undefined : open}
          onClose={adding ? () => setAdding(false) : close}
        />
      )}
    </CallsFrame>
  )
}
