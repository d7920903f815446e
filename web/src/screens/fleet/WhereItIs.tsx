import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Faded, Heading, Mono } from '../../kit/basics'

type Where = Schemas['WhereView']

/** From where a device was heard, and what it says it is; nothing of one that was never heard. */
export function WhereItIs({ where, model }: { where: Where; model: string }) {
  const rows = [
    ...byHost(where.registered).map((place) => ({ what: 'registers from', place })),
    ...(where.fetched ? [{ what: 'fetched from', place: where.fetched }] : []),
  ]
  if (rows.length === 0 && !where.says) return null
  const otherMaker = where.macMaker !== '' && !model.startsWith(where.macMaker)
  return (
    <Box mt="18px">
      <Heading mb="4px">Where it is</Heading>
      <chakra.dl display="grid" gridTemplateColumns="max-content 1fr" columnGap="14px" rowGap="2px">
        {rows.map(({ what, place }) => (
          <Row key={what + place.address} what={what}>
            <Mono>{place.address}</Mono>
            {place.page && (
              <chakra.a
                ml="10px"
                color="fjord"
                href={place.page}
                target="_blank"
                rel="noreferrer"
                aria-label={`Its own page at ${place.page}`}
              >
                its own page ↗
              </chakra.a>
            )}
          </Row>
        ))}
        {where.says && (
          <Row what="says it is">
            <chakra.span overflowWrap="anywhere">{where.says}</chakra.span>
          </Row>
        )}
        {where.clock && (
          <Row what="its clock">
            <chakra.span color="amberText">{where.clock}</chakra.span>
            {where.clockSeenAt && (
              <Faded>
                {' '}
                as it registered <Age at={where.clockSeenAt} /> ago
              </Faded>
            )}
          </Row>
        )}
        {otherMaker && (
          <Row what="MAC of">
            <chakra.span color="amberText">{where.macMaker}</chakra.span>
          </Row>
        )}
      </chakra.dl>
    </Box>
  )
}

/** Lines have ports of their own: one address is told once, with all of them. */
function byHost(places: Where['registered']): Where['registered'] {
  const hosts = new Map<string, { address: string; page: string }>()
  for (const { address, page } of places) {
    const at = address.lastIndexOf(':')
    const before = hosts.get(address.slice(0, at))
    hosts.set(address.slice(0, at), {
      address: before ? `${before.address}, ${address.slice(at)}` : address,
      page,
    })
  }
  return [...hosts.values()]
}

function Row({ what, children }: { what: string; children: ReactNode }) {
  return (
    <>
      <dt>
        <Faded>{what}</Faded>
      </dt>
      <dd>{children}</dd>
    </>
  )
}
