import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { Act, Faded, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { type Column, LongTable } from '../../kit/LongTable'
import { useListKeys } from '../../kit/useListKeys'
import { EditNumber } from './EditNumber'
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
      <Shown query={numbers} what="The list of outside numbers">
        {() =>
          rows.length === 0 ? (
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
              {...(mayChange ? { onOpen: setEditing } : {})}
              onEnd={() => numbers.hasNextPage && !numbers.isFetching && void numbers.fetchNextPage()}
            />
          )
        }
      </Shown>
      {editing && (
        <EditNumber
          domainId={domainId}
          number={editing === 'new' ? undefined : (rows.find((n) => n.id === editing.id) ?? editing)}
          onClose={() => setEditing(undefined)}
        />
      )}
    </RosterFrame>
  )
}
