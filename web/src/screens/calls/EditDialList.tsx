import { Box, Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Choice, Entry, Faded, Heading } from '../../kit/basics'
import { Field } from '../../kit/Field'

type Row = Schemas['DialRow']
type List = Schemas['DialListView']
type Goes = NonNullable<Row['goes']>

const LABELS = { name: 'Name', rows: 'Rows' } as const

const GOES: [Goes, string][] = [
  ['OUTSIDE', 'outside'],
  ['INSIDE', 'inside'],
  ['SERVICE', 'to a service'],
  ['REFUSED', 'is refused'],
  ['LIST', 'another list'],
]

/** What the registrar answers itself. */
const SERVICES = ['voicemail', 'test call', 'pick-up']

const FRESH: Row = { goes: 'OUTSIDE', pattern: '', dropped: 0, before: '', text: '', note: '' }

type Props = {
  domainId: number
  list: List | undefined
  lists: List[]
  mayChange: boolean
  onClose: () => void
}

/** A dial list: its rows in the order in which they are tried. */
export function EditDialList({ domainId, list, lists, mayChange, onClose }: Props) {
  const form = useForm({
    what: list ? `the dial list ${list.name}` : 'a new dial list',
    labels: LABELS,
    known: { name: list?.name ?? '', rows: list?.rows ?? [FRESH] },
    version: list?.version ?? 1,
    send: (wish, version) => {
      const body = { ...wish, domainId, version }
      return list
        ? unwrap(client.PUT('/api/dial-lists/{id}', { params: { path: { id: list.id } }, body }))
        : unwrap(client.POST('/api/dial-lists', { body })).then(() => undefined)
    },
    kept: onClose,
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/dial-lists/{id}', { params: { path: { id: list?.id ?? 0 } } })),
    onClose,
  )
  const { rows } = form.values
  const setRow = (i: number, change: Partial<Row>) =>
    form.set({ rows: rows.map((row, j) => (j === i ? { ...row, ...change } : row)) })
  const move = (i: number, by: number) => {
    const moved = [...rows]
    moved.splice(i + by, 0, ...moved.splice(i, 1))
    form.set({ rows: moved })
  }
  return (
    <FormDialog
      form={form}
      title={list ? `Dial list ${list.name}` : 'A new dial list'}
      main={list ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="900px"
      mayChange={mayChange}
      error={remove.error}
      more={
        list && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Act>
        )
      }
      fields={
        <Box maxW="280px">
          <TextField form={form} at="name" disabled={!mayChange} />
        </Box>
      }
    >
      <Box mt="14px">
        <Heading>The first row that matches decides</Heading>
        {rows.map((row, i) => (
          <RowFields
            key={i}
            row={row}
            at={i}
            last={rows.length - 1}
            lists={lists.filter((l) => l.id !== list?.id)}
            problem={(field) => form.problem?.at(`/rows/${i}/${field}`)}
            mayChange={mayChange}
            onChange={(change) => setRow(i, change)}
            onMove={(by) => move(i, by)}
            onRemove={() => form.set({ rows: rows.filter((_, j) => j !== i) })}
          />
        ))}
        {mayChange && (
          <Act kind="quiet" mt="6px" onClick={() => form.set({ rows: [...rows, FRESH] })}>
            Add a row
          </Act>
        )}
        <Box mt="10px">
          <Faded fontSize="12px">
            x is any digit, [2-4] one of them, a dot any number of what stands before it: 0x. is a 0 with
            whatever follows. Emergency numbers pass before all lists.
          </Faded>
        </Box>
      </Box>
    </FormDialog>
  )
}

type RowProps = {
  row: Row
  at: number
  last: number
  lists: List[]
  problem: (field: string) => { pointer: string; reason: string; hint: string } | undefined
  mayChange: boolean
  onChange: (change: Partial<Row>) => void
  onMove: (by: number) => void
  onRemove: () => void
}

function RowFields({ row, at, last, lists, problem, mayChange, onChange, onMove, onRemove }: RowProps) {
  const n = at + 1
  const changes = row.goes === 'INSIDE' || row.goes === 'OUTSIDE'
  return (
    <Flex gap="8px" mt="6px" align="start" wrap="wrap">
      <Box width="150px">
        {row.goes !== 'LIST' && (
          <Field label={`Pattern ${n}`} problem={problem('pattern')}>
            <Entry
              fontFamily="mono"
              width="100%"
              disabled={!mayChange}
              value={row.pattern ?? ''}
              onChange={(e) => onChange({ pattern: e.target.value })}
            />
          </Field>
        )}
      </Box>
      <Box width="130px">
        <Field label={`Row ${n} goes`} problem={problem('goes')}>
          <Choice
            width="100%"
            disabled={!mayChange}
            value={row.goes ?? 'OUTSIDE'}
            onChange={(e) => onChange({ goes: e.target.value as Goes, text: '', listId: undefined })}
          >
            {GOES.map(([goes, words]) => (
              <option key={goes} value={goes}>
                {words}
              </option>
            ))}
          </Choice>
        </Field>
      </Box>
      <Box flex="1" minW="230px">
        {changes && (
          <Flex gap="8px">
            <Field label="Digits left out" problem={problem('dropped')}>
              <Entry
                type="number"
                min={0}
                max={20}
                width="90px"
                disabled={!mayChange}
                value={row.dropped ?? 0}
                onChange={(e) => onChange({ dropped: Number(e.target.value) })}
              />
            </Field>
            <Field label="Called before the rest" problem={problem('before')}>
              <Entry
                fontFamily="mono"
                width="120px"
                disabled={!mayChange}
                value={row.before ?? ''}
                onChange={(e) => onChange({ before: e.target.value })}
              />
            </Field>
          </Flex>
        )}
        {row.goes === 'REFUSED' && (
          <Field label="Why, as the caller is told" problem={problem('text')}>
            <Entry
              width="100%"
              disabled={!mayChange}
              value={row.text ?? ''}
              onChange={(e) => onChange({ text: e.target.value })}
            />
          </Field>
        )}
        {row.goes === 'SERVICE' && (
          <Field label="Service" problem={problem('text')}>
            <Choice
              width="160px"
              disabled={!mayChange}
              value={row.text ?? ''}
              onChange={(e) => onChange({ text: e.target.value })}
            >
              <option value="">choose…</option>
              {SERVICES.map((name) => (
                <option key={name} value={name}>
                  {name}
                </option>
              ))}
            </Choice>
          </Field>
        )}
        {row.goes === 'LIST' && (
          <Field label="List that stands here" problem={problem('listId')}>
            <Choice
              width="200px"
              disabled={!mayChange}
              value={row.listId ?? 0}
              onChange={(e) => onChange({ listId: Number(e.target.value) || undefined })}
            >
              <option value={0}>choose…</option>
              {lists.map((l) => (
                <option key={l.id} value={l.id}>
                  {l.name}
                </option>
              ))}
            </Choice>
          </Field>
        )}
      </Box>
      {row.goes !== 'LIST' && (
        <Box width="150px">
          <Field label="Note" problem={problem('note')}>
            <Entry
              width="100%"
              disabled={!mayChange}
              value={row.note ?? ''}
              onChange={(e) => onChange({ note: e.target.value })}
            />
          </Field>
        </Box>
      )}
      {mayChange && (
        <Flex pt="20px">
          <Act kind="quiet" aria-label={`Move row ${n} up`} disabled={at === 0} onClick={() => onMove(-1)}>
            ↑
          </Act>
          <Act
            kind="quiet"
            aria-label={`Move row ${n} down`}
            disabled={at === last}
            onClick={() => onMove(1)}
          >
            ↓
          </Act>
          <Act kind="quiet" aria-label={`Take row ${n} out`} onClick={onRemove}>
            ✕
          </Act>
        </Flex>
      )}
    </Flex>
  )
}
