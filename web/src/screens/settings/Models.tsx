import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Choice, Entry, Faded, Grid, Heading } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { AddModel } from './AddModel'
import { Chooser } from './Chooser'
import { Firmware } from './Firmware'
import { KeepBar } from './KeepBar'
import { useModels } from './queries'

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
  const [adding, setAdding] = useState(false)
  const mayChange = useSession().data?.role !== 'VIEWER'
  return (
    <Chooser
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
      {adding && <AddModel onClose={() => setAdding(false)} />}
      <Trouble error={models.error} />
      {chosen && (
        <>
          <ModelSheet key={`${chosen.id}-${chosen.version}`} model={chosen} />
          <Firmware modelId={chosen.id ?? ''} mayChange={mayChange} />
          <Features model={chosen} />
        </>
      )}
    </Chooser>
  )
}

type Text =
  | 'macPrefixes'
  | 'serialPrefixes'
  | 'transports'
  | 'codecs'
  | 'firmwareLowest'
  | 'firmwareRecommended'
  | 'firmwareBlocked'
  | 'firmwareSteps'
type Whole =
  'lines' | 'keys' | 'pages' | 'sidecarKeys' | 'ports' | 'phonebook' | 'passwordField' | 'labelField'

const HOLDS: [Whole, string][] = [
  ['lines', 'Lines'],
  ['keys', 'Keys on a page'],
  ['pages', 'Pages of keys'],
  ['sidecarKeys', 'Sidecar’s keys'],
  ['ports', 'Sockets'],
  ['phonebook', 'Phonebook'],
  ['passwordField', 'Password field'],
  ['labelField', 'Label field'],
]

function ModelSheet({ model }: { model: Model }) {
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [wish, setWish] = useState(model)
  const own = { ...wish, features: [] }
  const before = { ...model, features: [] }
  const changed = JSON.stringify(own) !== JSON.stringify(before)
  const path = { params: { path: { id: model.id ?? '' } } }
  const impact = useQuery({
    queryKey: ['impact', 'model', own],
    enabled: changed,
    retry: false,
    queryFn: () => unwrap(client.POST('/api/models/{id}/impact', { ...path, body: wish })),
  })
  const save = useChange(() => unwrap(client.PUT('/api/models/{id}', { ...path, body: wish })))
  const problem = asProblem(save.error) ?? asProblem(impact.error)
  const text = (field: Text, label: string) => (
    <Field label={label} problem={problem?.at('/' + field)}>
      <Entry
        width="100%"
        fontFamily="mono"
        disabled={!mayChange}
        value={wish[field] ?? ''}
        onChange={(e) => setWish({ ...wish, [field]: e.target.value })}
      />
    </Field>
  )
  return (
    <Box>
      <Flex align="baseline" gap="10px" mb="8px">
        <chakra.h2 fontSize="17px" fontWeight={700}>
          {model.name}
        </chakra.h2>
        <Faded>
          {KIND[model.kind ?? '']} of the {model.family} family
        </Faded>
      </Flex>
      <Heading>What it holds</Heading>
      <Box display="grid" gridTemplateColumns="repeat(4, 1fr)" gap="10px" mt="4px">
        {HOLDS.map(([field, label]) => (
          <Field key={field} label={label} problem={problem?.at('/' + field)}>
            <Entry
              type="number"
              width="100%"
              disabled={!mayChange}
              value={wish[field]}
              onChange={(e) => setWish({ ...wish, [field]: Number(e.target.value) })}
            />
          </Field>
        ))}
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="10px">
        {text('macPrefixes', 'MACs begin with')}
        {text('serialPrefixes', 'Serials begin with')}
        {text('transports', 'Transports')}
        {text('codecs', 'Codecs')}
      </Box>
      <Box mt="16px">
        <Heading>Firmware</Heading>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px" mt="4px">
        {text('firmwareLowest', 'Lowest')}
        {text('firmwareRecommended', 'Recommended')}
        {text('firmwareBlocked', 'Blocked')}
        {text('firmwareSteps', 'Stepping stones')}
      </Box>
      <KeepBar
        changed={changed && mayChange}
        busy={save.isPending}
        impact={impact.data}
        onKeep={() => save.mutate(undefined)}
        onForget={() => setWish(model)}
      />
      <Trouble error={save.error} shownAt={problem?.fields.map((f) => f.pointer) ?? []} />
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
