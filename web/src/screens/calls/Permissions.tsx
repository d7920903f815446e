import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Faded, Grid } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Missing, Shown } from '../../kit/Shown'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { EditPermission } from './EditPermission'
import { useDialLists, usePermissions } from './queries'

/** What extensions may dial. */
export function Permissions() {
  const { domainId } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const permissions = usePermissions(domainId)
  const lists = useDialLists(domainId)
  const [adding, setAdding] = useState(false)
  const { id: openId, go, close } = useOpened('/calls/permissions')
  const open = permissions.data?.find((p) => p.id === openId)
  return (
    <CallsFrame
      acts={
        mayChange && (
          <Act kind="main" ml="auto" onClick={() => setAdding(true)}>
            Add a permission…
          </Act>
        )
      }
    >
      <Missing query={lists} what="The dial lists" />
      <Shown query={permissions} what="The permissions">
        {(all) =>
          all.length === 0 ? (
            <Empty title="No permission yet">
              Without one, an extension may dial numbers of the domain and emergency numbers. A permission
              adds dial lists, in their order.
            </Empty>
          ) : (
            <Grid>
              <thead>
                <tr>
                  <th>Permission</th>
                  <th>Lists in their order</th>
                  <th>Who has it</th>
                  <th aria-label="Change" />
                </tr>
              </thead>
              <tbody>
                {all.map((p) => (
                  <tr key={p.id}>
                    <td>
                      <b>{p.name}</b>
                    </td>
                    <td>
                      {named(p, lists.data ?? []).join(', then ') || (
                        <Faded>none: numbers of the domain only</Faded>
                      )}
                    </td>
                    <td>{counted(p)}</td>
                    <td>
                      {mayChange && (
                        <Act kind="quiet" aria-label={`Change ${p.name}`} onClick={() => go(p.id)}>
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
      {lists.data && (adding || (mayChange && open)) && (
        <EditPermission
          key={adding ? 'new' : openId}
          domainId={domainId}
          permission={adding ? undefined : open}
          lists={lists.data}
          onClose={adding ? () => setAdding(false) : close}
        />
      )}
    </CallsFrame>
  )
}

type Permission = Schemas['PermissionView']

const named = (p: Permission, lists: Schemas['DialListView'][]) =>
  p.lists.map((id) => lists.find((l) => l.id === id)?.name ?? '…')

function counted(p: Permission) {
  const extensions = `${p.extensions} ${p.extensions === 1 ? 'extension' : 'extensions'}`
  return p.kits === 0 ? extensions : `${extensions}, ${p.kits} ${p.kits === 1 ? 'kit' : 'kits'}`
}
