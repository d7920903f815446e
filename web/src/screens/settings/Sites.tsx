import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useGround, useSession } from '../../api/queries'
import { Act, Choice, Entry, Heading } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { Chooser } from './Chooser'
import { KeepBar } from './KeepBar'
import { SiteNetwork } from './SiteNetwork'
import { useSites } from './queries'

type Site = Schemas['SiteForm']

const LEARNS: [NonNullable<Site['learns']>, string][] = [
  ['OPTION_66', 'DHCP option 66'],
  ['OPTION_160', 'DHCP option 160'],
  ['BY_HAND', 'typed by hand'],
  ['CLAIM_CODE', 'with a claim code'],
]

export function Sites({ open }: { open: number }) {
  const sites = useSites()
  const ground = useGround().data
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [adding, setAdding] = useState(false)
  const chosen = sites.data?.find((s) => s.id === open) ?? sites.data?.[0]
  return (
    <Chooser
      label="Sites"
      items={
        sites.data?.map((s) => ({
          to: `/settings/sites/${s.id}`,
          name: s.name ?? '',
          detail: `${s.devices} ${s.devices === 1 ? 'device' : 'devices'}, ${s.behindNat ? 'behind NAT' : 'on-net'}`,
          chosen: s.id === chosen?.id,
        })) ?? []
      }
      more={mayChange && <Act onClick={() => setAdding(true)}>Add a site…</Act>}
    >
      <Trouble error={sites.error} />
      {chosen && <SiteSheet key={`${chosen.id}-${chosen.version}`} site={chosen} />}
      {adding && ground && <AddSite domains={ground.domains} onClose={() => setAdding(false)} />}
    </Chooser>
  )
}

function SiteSheet({ site }: { site: Site }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [wish, setWish] = useState(site)
  const changed = JSON.stringify(wish) !== JSON.stringify(site)
  const path = { params: { path: { id: site.id } } }
  const impact = useQuery({
    queryKey: ['impact', 'site', wish],
    enabled: changed,
    retry: false,
    queryFn: () => unwrap(client.POST('/api/sites/{id}/impact', { ...path, body: wish })),
  })
  const save = useChange(() => unwrap(client.PUT('/api/sites/{id}', { ...path, body: wish })))
  const problem = asProblem(save.error) ?? asProblem(impact.error)
  const set = (change: Partial<Site>) => setWish({ ...wish, ...change })
  const text = (
    field: 'name' | 'subnets' | 'publicAddress' | 'zone' | 'timeServer' | 'fetchUser' | 'fetchFrom',
    label: string,
    mono = true,
  ) => (
    <Field label={label} problem={problem?.at('/' + field)}>
      <Entry
        width="100%"
        fontFamily={mono ? 'mono' : undefined}
        disabled={!mayChange}
        value={wish[field] ?? ''}
        onChange={(e) => set({ [field]: e.target.value })}
      />
    </Field>
  )
  const whole = (field: 'natTimeout' | 'portBase', label: string, help?: string) => (
    <Field label={label} problem={problem?.at('/' + field)} {...(help ? { help } : {})}>
      <Entry
        type="number"
        width="100%"
        disabled={!mayChange}
        value={wish[field]}
        onChange={(e) => set({ [field]: Number(e.target.value) })}
      />
    </Field>
  )
  return (
    <Box>
      <Box display="grid" gridTemplateColumns="2fr 3fr" gap="10px">
        {text('name', 'Site', false)}
        {text('subnets', 'Subnets of its phones')}
      </Box>
      <Box mt="16px">
        <Heading>Network</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="4px">
        <Field label="Its phones are">
          <Choice
            width="100%"
            disabled={!mayChange}
            value={wish.behindNat ? 'nat' : 'net'}
            onChange={(e) => set({ behindNat: e.target.value === 'nat' })}
          >
            <option value="net">on-net</option>
            <option value="nat">behind NAT</option>
          </Choice>
        </Field>
        {text('publicAddress', 'Address outside')}
        {whole('natTimeout', 'Router forgets UDP after, s')}
        {whole('portBase', 'Local port: this + extension', '0 for no rule')}
      </Box>
      <Box mt="16px">
        <Heading>Clock</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="4px">
        {text('zone', 'Time zone')}
        {text('timeServer', 'Time server (NTP)')}
      </Box>
      <Box mt="16px">
        <Heading>Provisioning</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="4px" alignItems="end">
        <Field label="Devices learn where to ask by">
          <Choice
            width="100%"
            disabled={!mayChange}
            value={wish.learns ?? 'OPTION_66'}
            onChange={(e) => set({ learns: e.target.value as NonNullable<Site['learns']> })}
          >
            {LEARNS.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </Choice>
        </Field>
        <chakra.label display="inline-flex" gap="6px" pb="4px">
          <input
            type="checkbox"
            disabled={!mayChange}
            checked={wish.allowsLocalMacs}
            onChange={(e) => set({ allowsLocalMacs: e.target.checked })}
          />
          Takes locally administered MACs
        </chakra.label>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1.4fr" gap="10px" mt="10px">
        {text('fetchUser', 'Files are fetched with the name')}
        <Field
          label="and the password"
          problem={problem?.at('/fetchPassword')}
          help={wish.hasFetchPassword ? 'Empty: it stays as it is.' : ''}
        >
          <Entry
            type="password"
            autoComplete="new-password"
            width="100%"
            disabled={!mayChange || !wish.fetchUser}
            value={wish.fetchPassword ?? ''}
            onChange={(e) => set({ fetchPassword: e.target.value })}
          />
        </Field>
        {text('fetchFrom', 'Only from these ranges (empty: from anywhere)')}
      </Box>
      <KeepBar
        changed={changed && mayChange}
        busy={save.isPending}
        impact={impact.data}
        onKeep={() => save.mutate(undefined)}
        onForget={() => setWish(site)}
      />
      <Trouble error={save.error} shownAt={problem?.fields.map((f) => f.pointer) ?? []} />
      <SiteNetwork siteId={site.id} />
    </Box>
  )
}

function AddSite({ domains, onClose }: { domains: Schemas['DomainView'][]; onClose: () => void }) {
  const [name, setName] = useState('')
  const [domainId, setDomain] = useState(domains[0]?.id ?? 0)
  const navigate = useNavigate()
  const add = useChange(
    () =>
      unwrap(
        client.POST('/api/sites', {
          body: {
            id: 0,
            domainId,
            name,
            allowsLocalMacs: false,
            behindNat: false,
            natTimeout: 60,
            portBase: 0,
            hasFetchPassword: false,
            devices: 0,
            version: 1,
          },
        }),
      ),
    (made) => {
      onClose()
      void navigate(`/settings/sites/${made.id}`)
    },
  )
  return (
    <Dialog
      title="A new site"
      onClose={onClose}
      width="420px"
      footer={
        <Act kind="main" disabled={add.isPending} onClick={() => add.mutate(undefined)}>
          Add
        </Act>
      }
    >
      <Box display="grid" gap="10px">
        <Field label="Name" problem={asProblem(add.error)?.at('/name')}>
          <Entry autoFocus width="100%" value={name} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Field label="Domain">
          <Choice width="100%" value={domainId} onChange={(e) => setDomain(Number(e.target.value))}>
            {domains.map((d) => (
              <option key={d.id} value={d.id}>
                {d.name}
              </option>
            ))}
          </Choice>
        </Field>
      </Box>
      <Trouble error={add.error} shownAt={['/name']} />
    </Dialog>
  )
}
