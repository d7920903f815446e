import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Faded, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import type { Column } from '../../kit/LongTable'
import { PagedList } from '../../kit/PagedList'
import { Trouble } from '../../kit/Trouble'
import { EditNumber } from './EditNumber'
import { ExchangeActs } from './ExchangeActs'
import { Handled } from './Handled'
import { ManyNumbers } from './ManyNumbers'
import { RosterFrame } from './RosterFrame'
import { useOutsideNumber, useOutsidePages } from './queries'
import { useDomain } from './useDomain'

type NumberRow = Schemas['NumberRow']

const COLUMNS: Column<NumberRow>[] = [
  { heading: 'Outside number', cell: (n) => <Mono fontWeight={700}>{n.shown}</Mono> },
  {
    heading: 'Rings',
    cell: (n) => <Handled number={n} />,
  },
  { heading: 'Prefix shown', cell: (n) => n.prefix },
  { heading: 'Note', cell: (n) => <Faded>{n.note}</Faded> },
]

/** Numbers that others dial, and the extensions they ring. */
export function OutsideNumbers() {
  const { domainId, q } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [adding, setAdding] = useState(false)
  const [changing, setChanging] = useState(false)
  const { id: openId, go, close } = useOpened('/roster/outside')
  const open = useOutsideNumber(mayChange ? openId : 0)
  const numbers = useOutsidePages(domainId, q)
  return (
    <RosterFrame
      searches
      acts={
        <>
          <ExchangeActs what="numbers" domainId={domainId} />
          {mayChange && (
            <Act ml="auto" onClick={() => setChanging(true)}>
              {q ? 'Change those found…' : 'Change all…'}
            </Act>
          )}
          {mayChange && (
            <Act kind="main" onClick={() => setAdding(true)}>
              Add a number…
            </Act>
          )}
        </>
      }
    >
      <Trouble error={open.error} />
      <PagedList
        label="Outside numbers"
        pages={numbers}
        columns={COLUMNS}
        keyOf={(n) => n.id}
        open={openId}
        {...(mayChange ? { onOpen: (n: NumberRow) => go(n.id) } : {})}
        empty={
          <Empty title={q ? 'No number fits' : 'No outside number yet'}>
            Add the numbers that people dial from outside, or import a table of them.
          </Empty>
        }
      />
      {adding && <EditNumber domainId={domainId} number={undefined} onClose={() => setAdding(false)} />}
      {changing && <ManyNumbers domainId={domainId} q={q} onClose={() => setChanging(false)} />}
      {open.data && openId > 0 && (
        <EditNumber key={open.data.id} domainId={domainId} number={open.data} onClose={close} />
      )}
    </RosterFrame>
  )
}
