import { Box, Flex, chakra } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { ChoiceField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { type Form, useForm } from '../../form/useForm'
import { Act, Choice, Entry, Faded, Heading } from '../../kit/basics'
import { Field } from '../../kit/Field'
import type { Phonebook } from './queries'

type Source = Schemas['BookSource']
type Wish = { name: string; domainId: number; sources: Source[] }
type Props = {
  phonebook?: Phonebook
  all: Phonebook[]
  onClose: () => void
  onMade?: (id: number) => void
}

const LABELS = { name: 'Name', domainId: 'For phones of', sources: 'Sources' } as const

/** A phonebook: what it is called, for whom it is, and of what it is made beside contacts of its own. */
export function EditPhonebook({ phonebook, all, onClose, onMade }: Props) {
  const domains = useGround().data?.domains ?? []
  const form = useForm<Wish, number>({
    what: phonebook ? `the phonebook ${phonebook.name}` : 'a new phonebook',
    labels: LABELS,
    known: {
      name: phonebook?.name ?? '',
      domainId: phonebook ? (phonebook.domainId ?? 0) : (domains[0]?.id ?? 0),
      sources: phonebook?.sources ?? [{ from: 'ROSTER', departments: [], also: [] }],
    },
    version: phonebook?.version ?? 1,
    send: async (wish, version) => {
      const body = {
        name: wish.name,
        sources: wish.sources,
        version,
        ...(wish.domainId && { domainId: wish.domainId }),
      }
      if (!phonebook) return (await unwrap(client.POST('/api/phonebooks', { body }))).id
      await unwrap(client.PUT('/api/phonebooks/{id}', { params: { path: { id: phonebook.id } }, body }))
      return phonebook.id
    },
    kept: (id) => {
      onClose()
      onMade?.(id)
    },
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/phonebooks/{id}', { params: { path: { id: phonebook?.id ?? 0 } } })),
    onClose,
  )
  const sources = form.values.sources
  const put = (i: number, change: Partial<Source>) =>
    form.set({ sources: sources.map((s, at) => (at === i ? { ...s, ...change } : s)) })
  const add = (source: Source) => form.set({ sources: [...sources, source] })
  const others = all.filter((p) => p.id !== phonebook?.id)
  return (
    <FormDialog
      form={form}
      title={phonebook ? `Phonebook ${phonebook.name}` : 'A new phonebook'}
      main={phonebook ? 'Keep the changes' : 'Make it'}
      onClose={onClose}
      width="640px"
      columns="1fr 1fr"
      error={remove.error}
      more={
        phonebook && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Act>
        )
      }
      fields={
        <>
          <TextField form={form} at="name" autoFocus />
          <ChoiceField
            form={form}
            at="domainId"
            options={[...domains.map((d) => [d.id, d.name] as const), [0, 'all domains'] as const]}
          />
        </>
      }
    >
      <Box mt="14px">
        <Heading>Made of contacts of its own, and of</Heading>
        {sources.map((source, i) => (
          <Box key={i} borderLeft="2px solid" borderColor="line" pl="10px" my="8px">
            <Flex justify="space-between" align="baseline">
              <b>{TITLES[source.from ?? 'ROSTER']}</b>
              <Act
                kind="quiet"
                aria-label={`Take source ${i + 1} out`}
                onClick={() => form.set({ sources: sources.filter((_, at) => at !== i) })}
              >
                ✕
              </Act>
            </Flex>
            {source.from === 'ROSTER' && <OfRoster form={form} at={i} source={source} put={put} />}
            {source.from === 'PHONEBOOK' && (
              <Choice
                aria-label={`Phonebook of source ${i + 1}`}
                value={source.phonebookId ?? 0}
                onChange={(e) => put(i, { phonebookId: Number(e.target.value) })}
              >
                <option value={0}>choose…</option>
                {others.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </Choice>
            )}
            {source.from === 'ADDRESS' && <OfAddress form={form} at={i} source={source} put={put} />}
            <Wrong form={form} at={`/sources/${i}`} />
            <Wrong form={form} at={`/sources/${i}/phonebookId`} />
          </Box>
        ))}
        <Wrong form={form} at="/sources" />
        <Flex gap="8px" wrap="wrap">
          <Act kind="quiet" onClick={() => add({ from: 'ROSTER', departments: [], also: [] })}>
            + people of the roster
          </Act>
          {others.length > 0 && (
            <Act kind="quiet" onClick={() => add({ from: 'PHONEBOOK' })}>
              + another phonebook
            </Act>
          )}
          <Act kind="quiet" onClick={() => add({ from: 'ADDRESS', address: '', everyMinutes: 1440 })}>
            + a list kept elsewhere
          </Act>
        </Flex>
      </Box>
    </FormDialog>
  )
}

const TITLES = {
  ROSTER: 'People and places of the roster',
  PHONEBOOK: 'All of another phonebook',
  ADDRESS: 'A list that somebody keeps elsewhere',
} as const

type PartProps = {
  form: Form<Wish>
  at: number
  source: Source
  put: (i: number, change: Partial<Source>) => void
}

function OfRoster({ form, at, source, put }: PartProps) {
  const also = source.also ?? []
  const tick = (which: 'OUTSIDE' | 'MOBILE', on: boolean) =>
    put(at, { also: on ? [...also, which] : also.filter((a) => a !== which) })
  return (
    <Box>
      <Field
        label="Departments, with commas between them; none for all"
        problem={form.problem?.at(`/sources/${at}/departments`)}
      >
        <Entry
          width="100%"
          value={(source.departments ?? []).join(', ')}
          onChange={(e) => put(at, { departments: parted(e.target.value) })}
        />
      </Field>
      <Flex gap="14px" mt="6px" wrap="wrap">
        <Faded>Extensions, and</Faded>
        {(['OUTSIDE', 'MOBILE'] as const).map((which) => (
          <chakra.label key={which} display="inline-flex" gap="6px">
            <input
              type="checkbox"
              checked={also.includes(which)}
              onChange={(e) => tick(which, e.target.checked)}
            />
            {which === 'OUTSIDE' ? 'outside numbers that ring there' : 'mobiles'}
          </chakra.label>
        ))}
      </Flex>
    </Box>
  )
}

/** What is typed stays as it is typed: a comma alone begins the next. */
const parted = (typed: string) => (typed === '' ? [] : typed.split(',').map((d) => d.replace(/^ /, '')))

const OFTEN: [number, string][] = [
  [15, 'every 15 minutes'],
  [60, 'every hour'],
  [1440, 'every day'],
  [10080, 'every week'],
]

function OfAddress({ form, at, source, put }: PartProps) {
  return (
    <Box display="grid" gridTemplateColumns="1fr 150px" gap="8px">
      <Field
        label="Address: vCards, CSV, or XML that phones read"
        problem={form.problem?.at(`/sources/${at}/address`)}
      >
        <Entry
          width="100%"
          fontFamily="mono"
          value={source.address ?? ''}
          onChange={(e) => put(at, { address: e.target.value })}
        />
      </Field>
      <Field label="Fetched" problem={form.problem?.at(`/sources/${at}/everyMinutes`)}>
        <Choice
          width="100%"
          value={source.everyMinutes ?? 1440}
          onChange={(e) => put(at, { everyMinutes: Number(e.target.value) })}
        >
          {OFTEN.map(([minutes, words]) => (
            <option key={minutes} value={minutes}>
              {words}
            </option>
          ))}
        </Choice>
      </Field>
    </Box>
  )
}

function Wrong({ form, at }: { form: Form<Wish>; at: string }) {
  const problem = form.problem?.at(at)
  return problem ? (
    <Box color="rust">
      {problem.reason} {problem.hint}
    </Box>
  ) : null
}
