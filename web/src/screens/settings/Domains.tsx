import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Act, Choice, Entry, Grid, Heading } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { Chooser } from './Chooser'
import { KeepBar } from './KeepBar'
import { useDomains } from './queries'

type Domain = Schemas['DomainForm']

const SCORES = ['very weak', 'weak', 'fair', 'good', 'strong']

export function Domains({ open }: { open: number }) {
  const domains = useDomains()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [adding, setAdding] = useState(false)
  const chosen = domains.data?.find((d) => d.id === open) ?? domains.data?.[0]
  return (
    <Chooser
      label="Domains"
      items={
        domains.data?.map((d) => ({
          to: `/settings/domains/${d.id}`,
          name: d.name ?? '',
          detail: `${count(d.nodes.length, 'node')}, ${count(d.blocks.length, 'block')}`,
          chosen: d.id === chosen?.id,
        })) ?? []
      }
      more={mayChange && <Act onClick={() => setAdding(true)}>Add a domain…</Act>}
    >
      <Trouble error={domains.error} />
      {chosen && <DomainSheet key={`${chosen.id}-${chosen.version}`} domain={chosen} />}
      {adding && <AddDomain onClose={() => setAdding(false)} />}
    </Chooser>
  )
}

/** A new domain begins with one node and one block; the rest is set on its sheet. */
function AddDomain({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('')
  const [address, setAddress] = useState('')
  const navigate = useNavigate()
  const add = useChange(
    () =>
      unwrap(
        client.POST('/api/domains', {
          body: {
            id: 0,
            name,
            realm: name,
            expiryMin: 60,
            expiryUsual: 3600,
            expiryMax: 7200,
            contactLimit: 2,
            transports: 'udp',
            passwordShortest: 12,
            passwordScore: 3,
            outsideScore: 4,
            pinDigits: 4,
            emergency: '112',
            nodes: [{ name: 'first', host: `first.${name}`, address, port: 5060, priority: 10, weight: 1 }],
            blocks: [{ first: 200, last: 299, purpose: 'people' }],
            version: 1,
          },
        }),
      ),
    (made) => {
      onClose()
      void navigate(`/settings/domains/${made.id}`)
    },
  )
  const problem = asProblem(add.error)
  return (
    <Dialog
      title="A new domain"
      onClose={onClose}
      width="440px"
      footer={
        <Act kind="main" disabled={add.isPending} onClick={() => add.mutate(undefined)}>
          Add
        </Act>
      }
    >
      <Box display="grid" gap="10px">
        <Field label="SIP domain" problem={problem?.at('/name')}>
          <Entry fontFamily="mono" width="100%" value={name} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Field label="Address of its first registrar node" problem={problem?.at('/nodes/0')}>
          <Entry
            fontFamily="mono"
            width="100%"
            value={address}
            onChange={(e) => setAddress(e.target.value)}
          />
        </Field>
      </Box>
      <Trouble error={add.error} shownAt={['/name', '/nodes/0']} />
    </Dialog>
  )
}

function count(n: number, word: string) {
  return `${n} ${word}${n === 1 ? '' : 's'}`
}

function DomainSheet({ domain }: { domain: Domain }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [wish, setWish] = useState(domain)
  const changed = JSON.stringify(wish) !== JSON.stringify(domain)
  const path = { params: { path: { id: domain.id } } }
  const impact = useQuery({
    queryKey: ['impact', 'domain', wish],
    enabled: changed,
    retry: false,
    queryFn: () => unwrap(client.POST('/api/domains/{id}/impact', { ...path, body: wish })),
  })
  const save = useChange(() => unwrap(client.PUT('/api/domains/{id}', { ...path, body: wish })))
  const problem = asProblem(save.error) ?? asProblem(impact.error)
  const set = (change: Partial<Domain>) => setWish({ ...wish, ...change })
  const text = (field: 'name' | 'realm' | 'transports' | 'reserved' | 'emergency', label: string) => (
    <Field label={label} problem={problem?.at('/' + field)}>
      <Entry
        width="100%"
        fontFamily="mono"
        disabled={!mayChange}
        value={wish[field] ?? ''}
        onChange={(e) => set({ [field]: e.target.value })}
      />
    </Field>
  )
  const whole = (
    field: 'expiryMin' | 'expiryUsual' | 'expiryMax' | 'contactLimit' | 'passwordShortest' | 'pinDigits',
    label: string,
  ) => (
    <Field label={label} problem={problem?.at('/' + field)}>
      <Entry
        type="number"
        width="100%"
        disabled={!mayChange}
        value={wish[field]}
        onChange={(e) => set({ [field]: Number(e.target.value) })}
      />
    </Field>
  )
  const score = (field: 'passwordScore' | 'outsideScore', label: string) => (
    <Field label={label} problem={problem?.at('/' + field)}>
      <Choice
        width="100%"
        disabled={!mayChange}
        value={wish[field]}
        onChange={(e) => set({ [field]: Number(e.target.value) })}
      >
        {SCORES.map((s, i) => (
          <option key={s} value={i}>
            {s}
          </option>
        ))}
      </Choice>
    </Field>
  )
  const at = (pointer: string) => problem?.fields.filter((f) => f.pointer.startsWith(pointer)) ?? []
  return (
    <Box>
      <Box display="grid" gridTemplateColumns="2fr 2fr 1fr 1fr" gap="10px">
        {text('name', 'Domain')}
        {text('realm', 'Realm')}
        {text('transports', 'Transports')}
        {whole('contactLimit', 'Devices for one extension')}
      </Box>
      <Box mt="16px">
        <Heading>Registration, in seconds</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 2fr" gap="10px" mt="4px">
        {whole('expiryMin', 'Shortest')}
        {whole('expiryUsual', 'Usual')}
        {whole('expiryMax', 'Longest')}
      </Box>
      <Box mt="16px">
        <Heading>Passwords and PINs that are typed</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="4px">
        {whole('passwordShortest', 'Fewest characters')}
        {score('passwordScore', 'At least, inside')}
        {score('outsideScore', 'At least, from outside')}
        {whole('pinDigits', 'Fewest PIN digits')}
      </Box>
      <Box mt="16px">
        <Heading>Blocks of extensions</Heading>
      </Box>
      <Grid maxW="620px">
        <tbody>
          {wish.blocks.map((b, i) => {
            const setBlock = (change: Partial<typeof b>) =>
              set({ blocks: wish.blocks.map((o, j) => (j === i ? { ...o, ...change } : o)) })
            return (
              <tr key={i}>
                <td>
                  <Entry
                    aria-label={`Purpose of block ${i + 1}`}
                    width="100%"
                    disabled={!mayChange}
                    value={b.purpose ?? ''}
                    onChange={(e) => setBlock({ purpose: e.target.value })}
                  />
                </td>
                <td>
                  <Entry
                    aria-label={`First number of block ${i + 1}`}
                    type="number"
                    width="100px"
                    disabled={!mayChange}
                    value={b.first}
                    onChange={(e) => setBlock({ first: Number(e.target.value) })}
                  />
                </td>
                <td>
                  <Entry
                    aria-label={`Last number of block ${i + 1}`}
                    type="number"
                    width="100px"
                    disabled={!mayChange}
                    value={b.last}
                    onChange={(e) => setBlock({ last: Number(e.target.value) })}
                  />
                </td>
                <td>
                  {mayChange && (
                    <Act
                      kind="quiet"
                      aria-label={`Take block ${i + 1} out`}
                      onClick={() => set({ blocks: wish.blocks.filter((_, j) => j !== i) })}
                    >
                      ✕
                    </Act>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </Grid>
      {at('/blocks').map((f, i) => (
        <Box key={i} color="rust" role="alert">
          {f.reason} {f.hint}
        </Box>
      ))}
      {mayChange && (
        <Act
          kind="quiet"
          mt="4px"
          onClick={() => set({ blocks: [...wish.blocks, { first: 3000, last: 3099, purpose: 'people' }] })}
        >
          Add a block
        </Act>
      )}
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="12px">
        {text('reserved', 'Reserved numbers, never given')}
        {text('emergency', 'Emergency numbers')}
      </Box>
      <Box mt="16px">
        <Heading>Registrar nodes, in order of preference</Heading>
      </Box>
      <Grid>
        <thead>
          <tr>
            <th>Name</th>
            <th>Host</th>
            <th>Address</th>
            <th>Port</th>
            <th>Priority</th>
            <th>Weight</th>
            <th aria-label="Take out" />
          </tr>
        </thead>
        <tbody>
          {wish.nodes.map((n, i) => {
            const setNode = (change: Partial<typeof n>) =>
              set({ nodes: wish.nodes.map((o, j) => (j === i ? { ...o, ...change } : o)) })
            const entry = (field: 'name' | 'host' | 'address', width: string) => (
              <Entry
                aria-label={`${field} of node ${i + 1}`}
                fontFamily="mono"
                width={width}
                disabled={!mayChange}
                value={n[field] ?? ''}
                onChange={(e) => setNode({ [field]: e.target.value })}
              />
            )
            const number = (field: 'port' | 'priority' | 'weight') => (
              <Entry
                aria-label={`${field} of node ${i + 1}`}
                type="number"
                width="76px"
                disabled={!mayChange}
                value={n[field]}
                onChange={(e) => setNode({ [field]: Number(e.target.value) })}
              />
            )
            return (
              <tr key={i}>
                <td>{entry('name', '90px')}</td>
                <td>{entry('host', '270px')}</td>
                <td>{entry('address', '120px')}</td>
                <td>{number('port')}</td>
                <td>{number('priority')}</td>
                <td>{number('weight')}</td>
                <td>
                  {mayChange && (
                    <Act
                      kind="quiet"
                      aria-label={`Take node ${i + 1} out`}
                      onClick={() => set({ nodes: wish.nodes.filter((_, j) => j !== i) })}
                    >
                      ✕
                    </Act>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </Grid>
      {mayChange && (
        <Act
          kind="quiet"
          mt="4px"
          onClick={() =>
            set({
              nodes: [
                ...wish.nodes,
                { name: '', host: '', address: '', port: 5060, priority: 30, weight: 1 },
              ],
            })
          }
        >
          Add a node
        </Act>
      )}
      {at('/nodes').map((f, i) => (
        <Box key={i} color="rust" role="alert">
          {f.reason} {f.hint}
        </Box>
      ))}
      {domain.id > 0 && (
        <Box mt="16px">
          <Heading>For the network’s owner</Heading>
          <chakra.a
            color="fjord"
            textDecoration="underline"
            href={`/api/domains/${domain.id}/zone.txt`}
            target="_blank"
            rel="noreferrer"
          >
            DNS records of this domain, as a part of a zone file
          </chakra.a>
        </Box>
      )}
      <KeepBar
        changed={changed && mayChange}
        busy={save.isPending}
        impact={impact.data}
        onKeep={() => save.mutate(undefined)}
        onForget={() => setWish(domain)}
      />
      <Flex>
        <Trouble error={save.error} shownAt={problem?.fields.map((f) => f.pointer) ?? []} />
      </Flex>
    </Box>
  )
}
