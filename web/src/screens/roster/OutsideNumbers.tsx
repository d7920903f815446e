import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Act, Entry, Faded, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Empty } from '../../kit/Empty'
import { Field } from '../../kit/Field'
import { type Column, LongTable } from '../../kit/LongTable'
import { Trouble } from '../../kit/Trouble'
import { useListKeys } from '../../kit/useListKeys'
import { ExchangeActs } from './ExchangeActs'
import { RosterFrame } from './RosterFrame'
import { useOutsidePages } from './queries'
import { useDomain } from './useDomain'

type NumberRow = Schemas['NumberRow']

const COLUMNS: Column<NumberRow>[] = [
  { heading: 'Outside number', cell: (n) => <Mono fontWeight={700}>{n.shown}</Mono> },
  {
    heading: 'Rings',
    cell: (n) =>
      n.extension ? (
        <>
          <Mono>{n.extension}</Mono> {n.rings}
        </>
      ) : (
        <chakra.span color="amberText">nothing</chakra.span>
      ),
  },
  { heading: 'Prefix shown', cell: (n) => n.prefix },
  { heading: 'Note', cell: (n) => <Faded>{n.note}</Faded> },
]

/** Numbers that others dial, and the extensions they ring. */
export function OutsideNumbers() {
  const { domainId, q } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [editing, setEditing] = useState<NumberRow | 'new' | undefined>()
  const numbers = useOutsidePages(domainId, q)
  const rows = numbers.data?.pages.flatMap((p) => p.rows) ?? []
  const walked = useListKeys({ count: rows.length, onOpen: (i) => mayChange && setEditing(rows[i]) })
  return (
    <RosterFrame
      searches
      acts={
        <>
          <ExchangeActs what="numbers" domainId={domainId} />
          {mayChange && (
            <Act kind="main" ml="auto" onClick={() => setEditing('new')}>
              Add a number…
            </Act>
          )}
        </>
      }
    >
      <Trouble error={numbers.error} />
      {rows.length === 0 && !numbers.isPending ? (
        <Empty title={q ? 'No number fits' : 'No outside number yet'}>
          Add the numbers that people dial from outside, or import a table of them.
        </Empty>
      ) : (
        <LongTable
          label="Outside numbers"
          columns={COLUMNS}
          rows={rows}
          keyOf={(n) => n.id}
          walked={walked}
          onOpen={(n) => mayChange && setEditing(n)}
          onEnd={() => numbers.hasNextPage && !numbers.isFetching && void numbers.fetchNextPage()}
        />
      )}
      {editing && (
        <EditNumber
          domainId={domainId}
          number={editing === 'new' ? undefined : editing}
          onClose={() => setEditing(undefined)}
        />
      )}
    </RosterFrame>
  )
}

type EditProps = { domainId: number; number: NumberRow | undefined; onClose: () => void }

function EditNumber({ domainId, number, onClose }: EditProps) {
  const [wish, setWish] = useState({
    e164: number?.e164 ?? '',
    extension: number?.extension ?? '',
    prefix: number?.prefix ?? '',
    note: number?.note ?? '',
  })
  const save = useChange(() => {
    const body = { ...wish, domainId, version: number?.version ?? 1 }
    return number
      ? unwrap(client.PUT('/api/outside-numbers/{id}', { params: { path: { id: number.id } }, body }))
      : unwrap(client.POST('/api/outside-numbers', { body })).then(() => undefined)
  }, onClose)
  const remove = useChange(
    () => unwrap(client.DELETE('/api/outside-numbers/{id}', { params: { path: { id: number?.id ?? 0 } } })),
    onClose,
  )
  const problem = asProblem(save.error)
  const field = (name: keyof typeof wish, label: string, mono = false) => (
    <Field label={label} problem={problem?.at('/' + name)}>
      <Entry
        width="100%"
        fontFamily={mono ? 'mono' : undefined}
        value={wish[name]}
        onChange={(e) => setWish({ ...wish, [name]: e.target.value })}
      />
    </Field>
  )
  return (
    <Dialog
      title={number ? number.shown : 'A new outside number'}
      onClose={onClose}
      width="460px"
      footer={
        <>
          <Act kind="main" disabled={save.isPending} onClick={() => save.mutate(undefined)}>
            {number ? 'Keep the changes' : 'Add'}
          </Act>
          {number && (
            <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
              Remove
            </Act>
          )}
        </>
      }
    >
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px">
        {field('e164', 'Number with country code', true)}
        {field('extension', 'Rings extension', true)}
        {field('prefix', 'Prefix shown before the caller')}
        {field('note', 'Note')}
      </Box>
      <Trouble error={save.error ?? remove.error} shownAt={['/e164', '/extension', '/prefix', '/note']} />
    </Dialog>
  )
}
