import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Faded, Grid, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { EditDialList } from './EditDialList'
import { useDialLists } from './queries'

type List = Schemas['DialListView']

/** Where dialled numbers go, pattern by pattern. */
export function DialLists() {
  const { domainId } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const lists = useDialLists(domainId)
  const [adding, setAdding] = useState(false)
  const { id: openId, go, close } = useOpened('/calls/lists')
  const open = lists.data?.find((l) => l.id === openId)
  return (
    <CallsFrame
      acts={
        mayChange && (
          <Act kind="main" ml="auto" onClick={() => setAdding(true)}>
            Add a list…
          </Act>
        )
      }
    >
      <Shown query={lists} what="The dial lists">
        {(all) =>
          all.length === 0 ? (
            <Empty title="No dial list yet">
              A list says where dialled numbers go: outside, to a service, or nowhere. Numbers of the domain
              may be dialled without one.
            </Empty>
          ) : (
            <Grid>
              <thead>
                <tr>
                  <th>List</th>
                  <th>Tried in this order</th>
                  <th>Stands in</th>
                  <th aria-label="Change" />
                </tr>
              </thead>
              <tbody>
                {all.map((list) => (
                  <tr key={list.id}>
                    <td>
                      <b>{list.name}</b>
                    </td>
                    <td>
                      <Rows list={list} />
                    </td>
                    <td>{list.within.join(', ') || <Faded>nothing</Faded>}</td>
                    <td>
                      <Act
                        kind="quiet"
                        aria-label={`${mayChange ? 'Change' : 'Look at'} ${list.name}`}
                        onClick={() => go(list.id)}
                      >
                        {mayChange ? 'Change…' : 'Look…'}
                      </Act>
                    </td>
                  </tr>
                ))}
              </tbody>
            </Grid>
          )
        }
      </Shown>
      {lists.data && (adding || open) && (
        <EditDialList
          key={adding ? 'new' : openId}
          domainId={domainId}
          list={adding ? undefined : open}
          lists={lists.data}
          mayChange={mayChange}
          onClose={adding ? () => setAdding(false) : close}
        />
      )}
    </CallsFrame>
  )
}

const FEW = 6

function Rows({ list }: { list: List }) {
  return (
    <>
      {list.rows.slice(0, FEW).map((row, i) => (
        <span key={i}>
          {i > 0 && ' · '}
          {row.goes === 'LIST' ? <i>{row.listName}</i> : <Mono>{row.pattern}</Mono>}
          {row.goes === 'REFUSED' && <Faded> refused</Faded>}
        </span>
      ))}
      {list.rows.length > FEW && <Faded> and {list.rows.length - FEW} more</Faded>}
      {list.rows.length === 0 && <Faded>empty</Faded>}
    </>
  )
}
