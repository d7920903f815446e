import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { client, type Schemas } from '../api/client'
import { unwrap } from '../api/problem'
import { Faded, Heading } from './basics'

type Of = { kind: 'devices' | 'people' | 'batches'; id: number }
type Item = Schemas['Item']

const SHOWN = 12

/** Where each kind of thing is mended. */
function placeOf(item: Item): string {
  switch (item.place) {
    case 'PERSON':
      return `/roster/people/${item.id}`
    case 'EXTENSION':
      return `/roster/extensions/${item.id}`
    case 'SETTINGS':
      return `/templates?device=${item.id}`
    default:
      return `/fleet/${item.id}`
  }
}

/** What is still missing before it can ring, each item a link to where it is mended; nothing when all is there. */
export function MissingList({ of, named = false }: { of: Of; named?: boolean }) {
  const query = useQuery({
    queryKey: ['readiness', of.kind, of.id],
    queryFn: () => {
      const params = { params: { path: { id: of.id } } }
      switch (of.kind) {
        case 'devices':
          return unwrap(client.GET('/api/readiness/devices/{id}', params))
        case 'people':
          return unwrap(client.GET('/api/readiness/people/{id}', params))
        case 'batches':
          return unwrap(client.GET('/api/readiness/batches/{id}', params))
      }
    },
  })
  const missing = query.data?.missing ?? []
  if (!query.data) return null
  if (missing.length === 0) {
    return query.data.devices > 0 ? (
      <Box mt="12px" color="mossText">
        <b>Ready:</b> nothing is missing.
      </Box>
    ) : null
  }
  return (
    <Box mt="14px" as="section" aria-label="Still missing">
      <Heading>Still missing before it rings</Heading>
      <chakra.ol mt="4px" listStyleType="none">
        {missing.slice(0, SHOWN).map((item, i) => (
          <chakra.li key={i} display="flex" gap="8px" py="3px" borderBottom="1px solid" borderColor="hair">
            <chakra.span color="amber" aria-hidden>
              ○
            </chakra.span>
            <span>
              {named && <Faded>{item.of}: </Faded>}
              <chakra.span color="fjord">
                <Link to={placeOf(item)}>{item.what}</Link>
              </chakra.span>
            </span>
          </chakra.li>
        ))}
      </chakra.ol>
      {missing.length > SHOWN && <Faded>and {missing.length - SHOWN} more</Faded>}
    </Box>
  )
}
