import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Faded, Key, Mono } from '../../kit/basics'
import { CutMiddle } from '../../kit/CutMiddle'
import { Empty } from '../../kit/Empty'
import type { Column } from '../../kit/LongTable'
import { PagedList } from '../../kit/PagedList'
import { useKey } from '../../kit/keys'
import { EditPerson } from './EditPerson'
import { ExchangeActs } from './ExchangeActs'
import { NewStarter } from './NewStarter'
import { PersonSheet } from './PersonSheet'
import { RosterFrame } from './RosterFrame'
import { usePeoplePages } from './queries'
import { useDomain } from './useDomain'

type Person = Schemas['PersonRow']

const COLUMNS: Column<Person>[] = [
  {
    heading: 'Name',
    cell: (p) => (
      <chakra.b color={p.left ? 'faded' : undefined}>
        {p.name}
        {p.left && ' (left)'}
      </chakra.b>
    ),
  },
  { heading: 'Department', cell: (p) => <Faded>{p.department}</Faded> },
  {
    heading: 'Extensions',
    cell: (p) =>
      p.extensions ? (
        <Mono>{p.extensions}</Mono>
      ) : (
        !p.left && <chakra.span color="amberText">none yet</chakra.span>
      ),
  },
  { heading: 'Devices', cell: (p) => <CutMiddle text={p.devices} /> },
  { heading: 'Kit', cell: (p) => p.kit },
  { heading: 'E-mail', cell: (p) => <Faded>{p.email}</Faded> },
]

/** People with their extensions and devices. */
export function People() {
  const { id: open, go, close } = useOpened('/roster/people')
  const { ground, domainId, domain, q } = useDomain()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [starting, setStarting] = useState(false)
  const [adding, setAdding] = useState(false)
  const people = usePeoplePages(domainId, q)
  useKey('n', () => mayChange && setStarting(true))
  return (
    <RosterFrame
      searches
      sheet={open > 0 && <PersonSheet key={open} id={open} onClose={close} />}
      acts={
        <>
          <ExchangeActs what="people" domainId={domainId} />
          {mayChange && (
            <>
              <Act ml="auto" onClick={() => setAdding(true)}>
                Add a person…
              </Act>
              <Act kind="main" onClick={() => setStarting(true)}>
                New starter… <Key>n</Key>
              </Act>
            </>
          )}
        </>
      }
    >
      <PagedList
        label="People"
        pages={people}
        columns={open > 0 ? COLUMNS.slice(0, 3) : COLUMNS}
        keyOf={(p) => p.id}
        open={open}
        onOpen={(p) => go(p.id)}
        empty={
          <Empty title={q ? 'Nobody fits' : 'Nobody yet'}>
            {q ? `No name has “${q}”.` : 'Press n for a new starter, or import a table of people.'}
          </Empty>
        }
      />
      {starting && ground && domain && (
        <NewStarter
          ground={ground}
          domainId={domainId}
          onClose={() => setStarting(false)}
          onStarted={(id) => {
            setStarting(false)
            go(id)
          }}
        />
      )}
      {adding && domain && (
        <EditPerson domainId={domainId} kits={ground?.kits ?? []} onClose={() => setAdding(false)} />
      )}
    </RosterFrame>
  )
}
