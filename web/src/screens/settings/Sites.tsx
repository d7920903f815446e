import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useGround, useSession } from '../../api/queries'
import { ChoiceField, TextField, TickField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { foreseeing, useForm } from '../../form/useForm'
import { Act, Heading } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { GroundList } from './GroundList'
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
    <GroundList
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
      {chosen && <SiteSheet key={chosen.id} site={chosen} />}
      {adding && ground && <AddSite domains={ground.domains} onClose={() => setAdding(false)} />}
    </GroundList>
  )
}

const LABELS = {
  name: 'Site',
  subnets: 'Subnets of its phones',
  behindNat: 'Its phones are',
  publicAddress: 'Address outside',
  natTimeout: 'Router forgets UDP after, s',
  portBase: 'Local port: this + extension',
  zone: 'Time zone',
  timeServer: 'Time server (NTP)',
  learns: 'Devices learn where to ask by',
  allowsLocalMacs: 'Takes locally administered MACs',
  fetchUser: 'Files are fetched with the name',
  fetchPassword: 'and the password',
  fetchFrom: 'Only from these ranges (empty: from anywhere)',
} as const

function SiteSheet({ site }: { site: Site }) {
  const disabled = useSession().data?.role === 'VIEWER'
  const path = { params: { path: { id: site.id } } }
  const typed = useForm({
    what: site.name ?? '',
    labels: LABELS,
    known: { ...site, fetchPassword: site.fetchPassword ?? '' },
    version: site.version,
    send: (wish, version) => unwrap(client.PUT('/api/sites/{id}', { ...path, body: { ...wish, version } })),
  })
  const wish = typed.values
  const impact = useQuery({
    queryKey: ['impact', 'site', wish],
    enabled: typed.dirty,
    retry: false,
    queryFn: () => unwrap(client.POST('/api/sites/{id}/impact', { ...path, body: wish })),
  })
  const form = foreseeing(typed, impact.error)
  const text = (at: Parameters<typeof TextField<typeof wish>>[0]['at'], mono = true) => (
    <TextField form={form} at={at} mono={mono} disabled={disabled} />
  )
  return (
    <Box>
      <Box display="grid" gridTemplateColumns="2fr 3fr" gap="10px">
        {text('name', false)}
        {text('subnets')}
      </Box>
      <Box mt="16px">
        <Heading>Network</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="4px">
        <ChoiceField form={form} at="behindNat" options={NAT} disabled={disabled} />
        {text('publicAddress')}
        <WholeField form={form} at="natTimeout" disabled={disabled} />
        <WholeField form={form} at="portBase" help="0 for no rule" disabled={disabled} />
      </Box>
      <Box mt="16px">
        <Heading>Clock</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="4px">
        {text('zone')}
        {text('timeServer')}
      </Box>
      <Box mt="16px">
        <Heading>Provisioning</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="4px" alignItems="end">
        <ChoiceField form={form} at="learns" options={LEARNS} disabled={disabled} />
        <TickField form={form} at="allowsLocalMacs" disabled={disabled} />
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1.4fr" gap="10px" mt="10px">
        {text('fetchUser')}
        <TextField
          form={form}
          at="fetchPassword"
          password
          help={wish.hasFetchPassword ? 'Empty: it stays as it is.' : ''}
          disabled={disabled || !wish.fetchUser}
        />
        {text('fetchFrom')}
      </Box>
      <KeepBar form={form} mayChange={!disabled} impact={impact} />
      <SiteNetwork siteId={site.id} />
    </Box>
  )
}

const NAT = [
  [false, 'on-net'],
  [true, 'behind NAT'],
] as const

function AddSite({ domains, onClose }: { domains: Schemas['DomainView'][]; onClose: () => void }) {
  const navigate = useNavigate()
  const form = useForm({
    what: 'a new site',
    labels: { name: 'Name', domainId: 'Domain' },
    known: { name: '', domainId: domains[0]?.id ?? 0 },
    send: (wish) =>
      unwrap(
        client.POST('/api/sites', {
          body: {
            ...wish,
            id: 0,
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
    kept: (made) => {
      onClose()
      void navigate(`/settings/sites/${made.id}`)
    },
  })
  return (
    <FormDialog
      form={form}
      title="A new site"
      main="Add"
      onClose={onClose}
      width="420px"
      fields={
        <>
          <TextField form={form} at="name" autoFocus />
          <ChoiceField form={form} at="domainId" options={domains.map((d) => [d.id, d.name] as const)} />
        </>
      }
    />
  )
}
