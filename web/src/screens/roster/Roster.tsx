import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useExtensions, useGround, useSession } from '../../api/queries'
import { Act, Choice, Entry, Faded, Grid, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Trouble } from '../../kit/Trouble'
import { useListKeys } from '../../kit/useListKeys'
import { AddExtension } from './AddExtension'
import { EditExtension } from './EditExtension'

type Extension = Schemas['ExtensionRow']

/** People and places with their extensions and where these ring. */
export function Roster() {
  const [params, setParams] = useSearchParams()
  const ground = useGround().data
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [adding, setAdding] = useState(false)
  const [editing, setEditing] = useState<Extension | undefined>()
  const domainId = Number(params.get('domain') ?? 0) || ground?.domains[0]?.id || 0
  const q = params.get('q') ?? ''
  const domain = ground?.domains.find((d) => d.id === domainId)
  const extensions = useExtensions(domainId, q)
  const rows = extensions.data ?? []
  const walked = useListKeys({ count: rows.length, onOpen: (i) => mayChange && setEditing(rows[i]) })
  const set = (key: string, value: string) =>
    setParams(
      (before) => {
        if (value) before.set(key, value)
        else before.delete(key)
        return before
      },
      { replace: true },
    )
  return (
    <Box height="100%" overflow="auto" p="14px 18px">
      <Flex align="center" gap="12px" wrap="wrap">
        <Title>Roster</Title>
        <Choice aria-label="Domain" value={domainId} onChange={(e) => set('domain', e.target.value)}>
          {ground?.domains.map((d) => (
            <option key={d.id} value={d.id}>
              {d.name}
            </option>
          ))}
        </Choice>
        <Faded>{domain?.blocks.map((b) => `${b.purpose} ${b.first}–${b.last}`).join(' · ')}</Faded>
        <Entry
          aria-label="Only with"
          placeholder="only with number or name…"
          width="220px"
          ml="auto"
          value={q}
          onChange={(e) => set('q', e.target.value)}
        />
        {mayChange && (
          <Act kind="main" onClick={() => setAdding(true)}>
            Add an extension…
          </Act>
        )}
      </Flex>
      <Trouble error={extensions.error} />
      {rows.length === 0 && !extensions.isPending ? (
        <Empty title={q ? 'Nothing fits' : 'No extension yet'}>
          {q
            ? `No number or name has “${q}”.`
            : 'Add the first one, or give extensions while enrolling devices.'}
        </Empty>
      ) : (
        <Box mt="10px">
          <Grid>
            <thead>
              <tr>
                <th>Extension</th>
                <th>Shown as</th>
                <th>Person</th>
                <th>Department</th>
                <th>Authentication user</th>
                <th>Rings</th>
                <th aria-label="Change" />
              </tr>
            </thead>
            <tbody>
              {rows.map((e, i) => (
                <chakra.tr key={e.id} bg={i === walked ? 'fjordBg' : undefined}>
                  <td>
                    <Mono fontWeight={700}>{e.number}</Mono>
                  </td>
                  <td>{e.displayName}</td>
                  <td>{e.person}</td>
                  <chakra.td color="faded">{e.department}</chakra.td>
                  <td>
                    <Mono>{e.authUser}</Mono>
                  </td>
                  <td>
                    {e.devices ? (
                      <chakra.span color="fjord">
                        <Link to={`/fleet/${e.firstDeviceId}`}>{e.devices}</Link>
                      </chakra.span>
                    ) : (
                      <chakra.span color="amberText">nothing: no device has it</chakra.span>
                    )}
                  </td>
                  <td>
                    {mayChange && (
                      <Act kind="quiet" aria-label={`Change ${e.number}`} onClick={() => setEditing(e)}>
                        Change…
                      </Act>
                    )}
                  </td>
                </chakra.tr>
              ))}
            </tbody>
          </Grid>
        </Box>
      )}
      {adding && domain && <AddExtension domain={domain} onClose={() => setAdding(false)} />}
      {editing && <EditExtension extension={editing} onClose={() => setEditing(undefined)} />}
    </Box>
  )
}
