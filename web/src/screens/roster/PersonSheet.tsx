import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround, useSession } from '../../api/queries'
import { Act, Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { MissingList } from '../../kit/MissingList'
import { Rail } from '../../kit/Rail'
import { SideSheet } from '../../kit/SideSheet'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { Missing } from '../../kit/Shown'
import { EditPerson } from './EditPerson'
import { MakeHandoff } from './MakeHandoff'
import { useExtensionPages, usePerson } from './queries'
import { Welcome } from './Welcome'

/** One person: what is missing first, then what they have. */
export function PersonSheet({ id, onClose }: { id: number; onClose: () => void }) {
  const query = usePerson(id)
  const ground = useGround().data
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [editing, setEditing] = useState(false)
  const [leaving, setLeaving] = useState(false)
  const [welcoming, setWelcoming] = useState(false)
  const [handing, setHanding] = useState<Schemas['ExtensionRow'] | undefined>()
  const person = query.data
  const domainId = person?.domainId ?? 0
  const devices = useQuery({
    queryKey: ['devices', 'person', id, person?.name],
    enabled: !!person,
    queryFn: () => unwrap(client.GET('/api/devices', { params: { query: { q: person?.name ?? '' } } })),
  })
  const extensions = useExtensionPages(domainId, person?.name ?? '', false)
  const own = extensions.data?.pages.flatMap((p) => p.rows).filter((e) => e.personId === id) ?? []
  const numbers = new Set(own.map((e) => e.number))
  const theirs = devices.data?.rows.filter((d) => d.lines.split(', ').some((n) => numbers.has(n))) ?? []
  if (query.isError) {
    return (
      <SideSheet title="Nobody" onClose={onClose}>
        <Trouble error={query.error} />
      </SideSheet>
    )
  }
  if (!person) return null
  return (
    <SideSheet
      title={person.name}
      onClose={onClose}
      under={
        <Faded>
          {[person.department, person.kit && `kit ${person.kit}`, person.email, person.mobile]
            .filter(Boolean)
            .join(' · ')}
        </Faded>
      }
    >
      {person.left && (
        <Box mt="10px" color="amberText">
          <b>Has left.</b>
        </Box>
      )}
      <MissingList of={{ kind: 'people', id }} named />
      <Box mt="16px">
        <Heading>Extensions</Heading>
      </Box>
      <Grid css={{ '& td': { px: '6px' } }}>
        <tbody>
          {own.map((e) => (
            <tr key={e.id}>
              <td>
                <Link to={`/roster/extensions/${e.id}`}>
                  <Mono fontWeight={700} color="fjord">
                    {e.number}
                  </Mono>
                </Link>
              </td>
              <td>{e.numbers && <Faded>{e.numbers}</Faded>}</td>
              <chakra.td textAlign="right">
                {mayChange && (
                  <Act kind="quiet" onClick={() => setHanding(e)}>
                    Hand over to a softphone…
                  </Act>
                )}
              </chakra.td>
            </tr>
          ))}
        </tbody>
      </Grid>
      <Box mt="16px">
        <Heading>Devices</Heading>
      </Box>
      <Grid>
        <tbody>
          {theirs.map((d) => (
            <tr key={d.id}>
              <td>
                <Rail rail={d.rail} width={104} />
              </td>
              <td>
                <chakra.span color="fjord">
                  <Link to={`/fleet/${d.id}`}>{d.label}</Link>
                </chakra.span>
                <Box color="faded" fontSize="12px">
                  {d.model} · {d.site}
                </Box>
              </td>
            </tr>
          ))}
        </tbody>
      </Grid>
      {mayChange && (
        <Flex gap="8px" mt="16px">
          <Act onClick={() => setEditing(true)}>Edit…</Act>
          {!person.left && <Act onClick={() => setWelcoming(true)}>Welcome sheet…</Act>}
          {!person.left && (
            <Act kind="danger" onClick={() => setLeaving(true)}>
              Leaves…
            </Act>
          )}
        </Flex>
      )}
      {editing && ground && (
        <EditPerson
          domainId={domainId}
          person={person}
          kits={ground.kits}
          onClose={() => setEditing(false)}
        />
      )}
      {welcoming && <Welcome personId={id} onClose={() => setWelcoming(false)} />}
      {leaving && <Leaving id={id} onClose={() => setLeaving(false)} />}
      {handing && <MakeHandoff extension={handing} onClose={() => setHanding(undefined)} />}
    </SideSheet>
  )
}

/** What somebody holds, and what becomes of it. */
function Leaving({ id, onClose }: { id: number; onClose: () => void }) {
  const path = { params: { path: { id } } }
  const held = useQuery({
    queryKey: ['leaving', id],
    queryFn: () => unwrap(client.GET('/api/people/{id}/leaving', path)),
  })
  const leave = useChange(
    () => unwrap(client.POST('/api/people/{id}/leave', path)),
    (done) => {
      tellDone({ actId: done.actId, text: `${held.data?.name ?? 'They'} left; what they held is freed.` })
      onClose()
    },
  )
  return (
    <Dialog
      title={`${held.data?.name ?? ''} leaves`}
      onClose={onClose}
      width="520px"
      footer={
        <Act kind="danger" disabled={leave.isPending || !held.data} onClick={() => leave.mutate(undefined)}>
          Let them go
        </Act>
      }
    >
      <Grid>
        <thead>
          <tr>
            <th>What they hold</th>
            <th>What becomes of it</th>
          </tr>
        </thead>
        <tbody>
          {held.data?.held.map((h, i) => (
            <tr key={i}>
              <td>{h.what}</td>
              <td>{h.becomes}</td>
            </tr>
          ))}
        </tbody>
      </Grid>
      {held.data?.held.length === 0 && <Faded>They hold nothing.</Faded>}
      <Missing query={held} what="What they hold" />
      <Trouble error={leave.error} />
    </Dialog>
  )
}
