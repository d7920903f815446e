import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { useOpened } from '../../frame/useOpened'
import { Act, Choice, Faded, Mono } from '../../kit/basics'
import { CutMiddle } from '../../kit/CutMiddle'
import { Empty } from '../../kit/Empty'
import type { Column } from '../../kit/LongTable'
import { PagedList } from '../../kit/PagedList'
import { Trouble } from '../../kit/Trouble'
import { AddExtension } from './AddExtension'
import { EditExtension } from './EditExtension'
import { ExchangeActs } from './ExchangeActs'
import { RosterFrame } from './RosterFrame'
import { RingsCell, STANDS, StandsCell, type StandsFilter } from './Stands'
import { useExtension, useExtensionPages } from './queries'
import { useDomain } from './useDomain'

type Extension = Schemas['ExtensionRow']

const COLUMNS: Column<Extension>[] = [
  { heading: 'Extension', cell: (e) => <Mono fontWeight={700}>{e.number}</Mono> },
  { heading: 'Shown as', cell: (e) => <CutMiddle text={e.displayName} /> },
  { heading: 'Stands', cell: (e) => <StandsCell extension={e} /> },
  {
    heading: 'Person',
    cell: (e) =>
      e.personId > 0 ? <Link to={`/roster/people/${e.personId}`}>{e.person}</Link> : <Faded>a place</Faded>,
  },
  { heading: 'Authentication user', cell: (e) => <Mono>{e.authUser}</Mono> },
  {
    heading: 'On',
    cell: (e) => (
      <span title={`${e.deviceCount} of ${e.contactLimit} devices`}>
        {e.deviceCount}/{e.contactLimit}
        {e.outside && <Faded> outside</Faded>}
      </span>
    ),
  },
  {
    heading: 'Rings',
    cell: (e) => <RingsCell extension={e} />,
  },
  { heading: 'From outside', cell: (e) => <Mono>{e.numbers}</Mono> },
]

/** Extensions of people and places and where these ring. */
export function Extensions() {
  const { id: openId, go, close } = useOpened('/roster/extensions')
  const { domainId, domain, q, at, set } = useDomain()
  const stands: StandsFilter = STANDS.find(([value]) => value === at('stands'))?.[0] ?? ''
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [places, setPlaces] = useState(false)
  const [adding, setAdding] = useState(false)
  const extensions = useExtensionPages(domainId, q, places, stands)
  const open = useExtension(openId)
  return (
    <RosterFrame
      searches
      acts={
        <>
          <chakra.label display="inline-flex" gap="6px">
            <input type="checkbox" checked={places} onChange={(e) => setPlaces(e.target.checked)} />
            places only
          </chakra.label>
          <Choice aria-label="How they stand" value={stands} onChange={(e) => set('stands', e.target.value)}>
            {STANDS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Choice>
          <ExchangeActs what="extensions" domainId={domainId} accounts />
          {mayChange && (
            <Act kind="main" ml="auto" disabled={!domain} onClick={() => setAdding(true)}>
              Add an extension…
            </Act>
          )}
        </>
      }
    >
      <Trouble error={open.error} />
      <PagedList
        label="Extensions"
        pages={extensions}
        columns={COLUMNS}
        keyOf={(e) => e.id}
        open={openId}
        onOpen={(e) => go(e.id)}
        empty={
          <Empty title={q || stands ? 'Nothing fits' : 'No extension yet'}>
            {stands
              ? 'No extension stands so: take the filter off to see more.'
              : q
                ? `No number or name has “${q}”.`
                : 'Add the first one, draw a run on the number map, or give extensions while enrolling devices.'}
          </Empty>
        }
      />
      {adding && domain && <AddExtension domain={domain} onClose={() => setAdding(false)} />}
      {open.data && openId > 0 && (
        <EditExtension key={open.data.id} extension={open.data} mayChange={mayChange} onClose={close} />
      )}
    </RosterFrame>
  )
}
