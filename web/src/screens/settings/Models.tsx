import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { TextField, WholeField } from '../../form/fields'
import { foreseeing, useForm } from '../../form/useForm'
import { Age } from '../../kit/Age'
import { Act, Choice, Entry, Faded, Grid, Heading } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { AddModel } from './AddModel'
import { Firmware } from './Firmware'
import { GroundList } from './GroundList'
import { KeepBar } from './KeepBar'
import { useFamilies, useModels } from './queries'

type Model = Schemas['ModelForm']
type Verdict = Schemas['FeatureView']['verdict']

const KIND: Record<string, string> = { DESK_PHONE: 'desk phone', SOFTPHONE: 'softphone', ADAPTER: 'adapter' }
const VERDICTS: [Verdict, string, string][] = [
  ['VERIFIED', 'verified', 'mossText'],
  ['WORKS', 'works', 'ink'],
  ['FAILS', 'fails', 'rust'],
  ['UNTRIED', 'untried', 'slateText'],
]

export function Models({ open }: { open: string }) {
  const models = useModels()
  const chosen = models.data?.find((m) => m.id === open) ?? models.data?.[0]
  const families = useFamilies()
  const [adding, setAdding] = useState(false)
  const mayChange = useSession().data?.role !== 'VIEWER'
  return (
    <GroundList
      label="Models"
      items={
        models.data?.map((m) => ({
          to: `/settings/models/${m.id}`,
          name: m.name ?? '',
          detail: `${KIND[m.kind ?? '']}, ${m.devices} ${m.devices === 1 ? 'device' : 'devices'}`,
          chosen: m.id === chosen?.id,
        })) ?? []
      }
      more={
        mayChange && (
          <Act kind="quiet" onClick={() => setAdding(true)}>
            Add a model…
          </Act>
        )
      }
    >
      {adding && families.data && <AddModel families={families.data} onClose={() => setAdding(false)} />}
      <Trouble error={models.error} />
      {chosen && (
        <>
          <ModelSheet key={chosen.id} model={chosen} />
          <Firmware modelId={chosen.id ?? ''} mayChange={mayChange} />
          <Features model={chosen} />
        </>
      )}
    </GroundList>
  )
}

const LABELS = {
  lines: 'Lines',
  keys: 'Keys on a page',
  pages: 'Pages of keys',
  sidecarKeys: 'Sidecar’s keys',
  ports: 'Sockets',
  phonebook: 'Phonebook',
  passwordField: 'Password field',
  labelField: 'Label field',
  macPrefixes: 'MACs begin with',
  serialPrefixes: 'Serials begin with',
  transports: 'Transports',
  codecs: 'Codecs',
  firmwareLowest: 'Lowest',
  firmwareRecommended: 'Recommended',
  firmwareBlocked: 'Blocked',
  firmwareSteps: 'Stepping stones',
} as const

const HOLDS = [
  'lines',
  'keys',
  'pages',
  'sidecarKeys',
  'ports',
  'phonebook',
  'passwordField',
  'labelField',
] as const
const READS = ['macPrefixes', 'serialPrefixes', 'transports', 'codecs'] as const
const FIRMWARE = ['firmwareLowest', 'firmwareRecommended', 'firmwareBlocked', 'firmwareSteps'] as const

function ModelSheet({ model }: { model: Model }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const path = { params: { path: { id: model.id ?? '' } } }
  const typed = useForm({
    what: model.name ?? '',
    labels: LABELS,
    known: model,
    version: model.version,
    send: (wish, version) => unwrap(client.PUT('/api/models/{id}', { ...path, body: { ...wish, version } })),
  })
  const impact = useQuery({
    queryKey: ['impact', 'model', typed.values],
    enabled: typed.dirty,
    retry: false,
    queryFn: () => unwrap(client.POST('/api/models/{id}/impact', { ...path, body: typed.values })),
  })
  const form = foreseeing(typed, impact.error)
  return (
    <Box>
      <Flex align="baseline" gap="10px" mb="8px">
        <chakra.h2 fontSize="17px" fontWeight={700}>
          {model.name}
        </chakra.h2>
        <Faded>
          {KIND[model.kind ?? '']}
          {model.family
            ? ` of the ${model.family} family`
            : ' that is set by hand: nobody makes files for it'}
        </Faded>
      </Flex>
      <Heading>What it holds</Heading>
      <Box display="grid" gridTemplateColumns="repeat(4, 1fr)" gap="10px" mt="4px">
        {HOLDS.map((at) => (
          <WholeField key={at} form={form} at={at} disabled={!mayChange} />
        ))}
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="10px">
        {READS.map((at) => (
          <TextField key={at} form={form} at={at} mono disabled={!mayChange} />
        ))}
      </Box>
      <Box mt="16px">
        <Heading>Firmware</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="4px">
        {FIRMWARE.map((at) => (
          <TextField key={at} form={form} at={at} mono disabled={!mayChange} />
        ))}
      </Box>
      <KeepBar form={form} mayChange={mayChange} impact={impact} />
    </Box>
  )
}

/** What was found out about features by trying. */
function Features({ model }: { model: Model }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [wish, setWish] = useState({ feature: '', verdict: 'WORKS' as Verdict, note: '' })
  const note = useChange(
    (body: typeof wish) =>
      unwrap(client.POST('/api/models/{id}/features', { params: { path: { id: model.id ?? '' } }, body })),
    () => setWish({ feature: '', verdict: 'WORKS', note: '' }),
  )
  const problem = asProblem(note.error)
  return (
    <Box mt="20px">
      <Heading>Features, as somebody found them</Heading>
      <Grid>
        <tbody>
          {model.features.map((f) => {
            const [, words, tone] = VERDICTS.find(([v]) => v === f.verdict) ?? ['', '', '']
            return (
              <tr key={f.feature}>
                <td>{f.feature}</td>
                <chakra.td color={tone} fontWeight={700}>
                  {words}
                </chakra.td>
                <td>{f.note}</td>
                <chakra.td color="faded">
                  {f.notedBy}, <Age at={f.notedAt} /> ago
                </chakra.td>
                <td>
                  {mayChange && (
                    <Act
                      kind="quiet"
                      onClick={() => setWish({ feature: f.feature, verdict: f.verdict, note: f.note })}
                    >
                      Note again
                    </Act>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </Grid>
      {mayChange && (
        <Flex gap="8px" mt="8px" align="end">
          <Box flex="2">
            <Field label="Feature" problem={problem?.at('/feature')}>
              <Entry
                width="100%"
                value={wish.feature}
                onChange={(e) => setWish({ ...wish, feature: e.target.value })}
              />
            </Field>
          </Box>
          <Field label="It" problem={problem?.at('/verdict')}>
            <Choice
              value={wish.verdict}
              onChange={(e) => setWish({ ...wish, verdict: e.target.value as Verdict })}
            >
              {VERDICTS.map(([v, words]) => (
                <option key={v} value={v}>
                  {words}
                </option>
              ))}
            </Choice>
          </Field>
          <Box flex="3">
            <Field label="Note" problem={problem?.at('/note')}>
              <Entry
                width="100%"
                value={wish.note}
                onChange={(e) => setWish({ ...wish, note: e.target.value })}
              />
            </Field>
          </Box>
          <Act disabled={note.isPending || wish.feature.trim() === ''} onClick={() => note.mutate(wish)}>
            Note it
          </Act>
        </Flex>
      )}
      <Trouble error={note.error} shownAt={['/feature', '/verdict', '/note']} />
    </Box>
  )
}
