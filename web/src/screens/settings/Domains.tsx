import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useSession } from '../../api/queries'
import { ChoiceField, TextField, WholeField } from '../../form/fields'
import { foreseeing, useForm } from '../../form/useForm'
import { Act, Heading } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { AddDomain } from './AddDomain'
import { Blocks } from './Blocks'
import { GroundList } from './GroundList'
import { KeepBar } from './KeepBar'
import { Nodes } from './Nodes'
import { useDomains } from './queries'

type Domain = Schemas['DomainForm']

const SCORES = ['very weak', 'weak', 'fair', 'good', 'strong'].map((words, score) => [score, words] as const)

const LABELS = {
  name: 'Domain',
  realm: 'Realm',
  transports: 'Transports',
  contactLimit: 'Devices for one extension',
  expiryMin: 'Shortest',
  expiryUsual: 'Usual',
  expiryMax: 'Longest',
  passwordShortest: 'Fewest characters',
  passwordScore: 'At least, inside',
  outsideScore: 'At least, from outside',
  pinDigits: 'Fewest PIN digits',
  blocks: 'Blocks',
  reserved: 'Reserved numbers, never given',
  emergency: 'Emergency numbers',
  nodes: 'Nodes',
} as const

export function Domains({ open }: { open: number }) {
  const domains = useDomains()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [adding, setAdding] = useState(false)
  const chosen = domains.data?.find((d) => d.id === open) ?? domains.data?.[0]
  return (
    <GroundList
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
      {chosen && <DomainSheet key={chosen.id} domain={chosen} />}
      {adding && <AddDomain onClose={() => setAdding(false)} />}
    </GroundList>
  )
}

function count(n: number, word: string) {
  return `${n} ${word}${n === 1 ? '' : 's'}`
}

function DomainSheet({ domain }: { domain: Domain }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const disabled = !mayChange
  const path = { params: { path: { id: domain.id } } }
  const typed = useForm({
    what: domain.name ?? '',
    labels: LABELS,
    known: domain,
    version: domain.version,
    send: (wish, version) => unwrap(client.PUT('/api/domains/{id}', { ...path, body: { ...wish, version } })),
  })
  const impact = useQuery({
    queryKey: ['impact', 'domain', typed.values],
    enabled: typed.dirty,
    retry: false,
    queryFn: () => unwrap(client.POST('/api/domains/{id}/impact', { ...path, body: typed.values })),
  })
  const form = foreseeing(typed, impact.error)
  return (
    <Box>
      <Box display="grid" gridTemplateColumns="2fr 2fr 1fr 1fr" gap="10px">
        <TextField form={form} at="name" mono disabled={disabled} />
        <TextField form={form} at="realm" mono disabled={disabled} />
        <TextField form={form} at="transports" mono disabled={disabled} />
        <WholeField form={form} at="contactLimit" disabled={disabled} />
      </Box>
      <Box mt="16px">
        <Heading>Registration, in seconds</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 2fr" gap="10px" mt="4px">
        <WholeField form={form} at="expiryMin" disabled={disabled} />
        <WholeField form={form} at="expiryUsual" disabled={disabled} />
        <WholeField form={form} at="expiryMax" disabled={disabled} />
      </Box>
      <Box mt="16px">
        <Heading>Passwords and PINs that are typed</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="4px">
        <WholeField form={form} at="passwordShortest" disabled={disabled} />
        <ChoiceField form={form} at="passwordScore" options={SCORES} disabled={disabled} />
        <ChoiceField form={form} at="outsideScore" options={SCORES} disabled={disabled} />
        <WholeField form={form} at="pinDigits" disabled={disabled} />
      </Box>
      <Blocks form={form} disabled={disabled} />
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="12px">
        <TextField form={form} at="reserved" mono disabled={disabled} />
        <TextField form={form} at="emergency" mono disabled={disabled} />
      </Box>
      <Nodes form={form} disabled={disabled} />
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
      <KeepBar form={form} mayChange={mayChange} impact={impact} />
    </Box>
  )
}
