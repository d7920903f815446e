import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { Act, Choice, Faded, Mono } from '../../kit/basics'
import { CutMiddle } from '../../kit/CutMiddle'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { type Column, LongTable } from '../../kit/LongTable'
import { Trouble } from '../../kit/Trouble'
import { useListKeys } from '../../kit/useListKeys'
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
  const openId = Number(useParams().id ?? 0)
  const { domainId, domain, q, search, at, set } = useDomain()
  const stands: StandsFilter = STANDS.find(([value]) => value === at('stands'))?.[0] ?? ''
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [places, setPlaces] = useState(false)
  const [adding, setAdding] = useState(false)
  const extensions = useExtensionPages(domainId, q, places, stands)
  const open = useExtension(openId)
  const rows = extensions.data?.pages.flatMap((p) => p.rows) ?? []
  const navigate = useNavigate()
  const query = search ? `?${search}` : ''
  const go = (id: number) => void navigate(`/roster/extensions/${id}${query}`)
  const walked = useListKeys({ count: rows.length, onOpen: (i) => rows[i] && go(rows[i].id) })
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
      <Shown query={extensions} what="The list of extensions">
        {() =>
          rows.length === 0 ? (
            <Empty title={q || stands ? 'Nothing fits' : 'No extension yet'}>
              {stands
                ? 'No extension stands so: take the filter off to see more.'
                : q
                  ? `No number or name has “${q}”.`
                  : 'Add the first one, draw a run on the number map, or give extensions while enrolling devices.'}
            </Empty>
          ) : (
            <LongTable
              label="Extensions"
              columns={COLUMNS}
              rows={rows}
              keyOf={(e) => e.id}
              open={openId}
              walked={walked}
              onOpen={(e) => go(e.id)}
              onEnd={() =>
                extensions.hasNextPage && !extensions.isFetching && void extensions.fetchNextPage()
              }
            />
          )
        }
      </Shown>
      {adding && domain && <AddExtension domain={domain} onClose={() => setAdding(false)} />}
      {open.data && openId > 0 && (
        <EditExtension
          key={open.data.id}
          extension={open.data}
          mayChange={mayChange}
          onClose={() => void navigate(`/roster/extensions${query}`)}
        />
      )}
    </RosterFrame>
  )
}
