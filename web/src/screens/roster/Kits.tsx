import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useGround, useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Grid, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Missing } from '../../kit/Shown'
import { EditKit } from './EditKit'
import { RosterFrame } from './RosterFrame'
import { useKits } from './queries'
import { useDomain } from './useDomain'

/** What each role gets. */
export function Kits() {
  const { domainId, domain } = useDomain()
  const ground = useGround().data
  const mayChange = useSession().data?.role !== 'VIEWER'
  const kits = useKits(domainId)
  const [adding, setAdding] = useState(false)
  const { id: openId, go, close } = useOpened('/roster/kits')
  const open = kits.data?.find((k) => k.id === openId)
  const device = (d: Schemas['KitDeviceForm']) => {
    const model =
      ground?.models.find((m) => m.id === d.modelId)?.name ?? d.kind.toLowerCase().replace('_', ' ')
    const template = ground?.templates.find((t) => t.id === d.templateId)?.name
    return template ? `${model} (${template})` : model
  }
  return (
    <RosterFrame
      acts={
        mayChange && (
          <Act kind="main" ml="auto" onClick={() => setAdding(true)}>
            Add a kit…
          </Act>
        )
      }
    >
      <Missing query={kits} what="The list of kits" />
      {kits.data?.length === 0 ? (
        <Empty title="No kit yet">
          A kit says what a role gets: where its extension is drawn from, which devices, and what is derived.
          With one, a new starter is a name and Enter.
        </Empty>
      ) : (
        <Box pr="18px">
          <Grid>
            <thead>
              <tr>
                <th>Kit</th>
                <th>Extension from</th>
                <th>Devices on it</th>
                <th>At once</th>
                <th>Outside</th>
                <th>Shown as</th>
                <th>Authentication user</th>
                <th aria-label="Change" />
              </tr>
            </thead>
            <tbody>
              {kits.data?.map((k) => (
                <tr key={k.id}>
                  <td>
                    <b>{k.name}</b>
                  </td>
                  <td>{k.block}</td>
                  <td>{k.devices.map(device).join(' + ') || '–'}</td>
                  <td>{k.contactLimit}</td>
                  <td>{k.outside ? 'yes' : 'no'}</td>
                  <chakra.td maxW="200px" overflow="hidden" textOverflow="ellipsis">
                    <Mono>{k.displayName}</Mono>
                  </chakra.td>
                  <td>
                    <Mono>{k.authUser}</Mono>
                  </td>
                  <td>
                    {mayChange && (
                      <Act kind="quiet" aria-label={`Change ${k.name}`} onClick={() => go(k.id)}>
                        Change…
                      </Act>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Grid>
        </Box>
      )}
      {domain && ground && (adding || (mayChange && open)) && (
        <EditKit
          key={adding ? 'new' : openId}
          domain={domain}
          ground={ground}
          kit={adding ? undefined : open}
          onClose={adding ? () => setAdding(false) : close}
        />
      )}
    </RosterFrame>
  )
}
