import { chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Mono } from '../../kit/basics'

type NumberRow = Pick<
  Schemas['NumberRow'],
  'extension' | 'rings' | 'announcement' | 'hours' | 'closedExtension' | 'closedRings' | 'closedAnnouncement'
>

/** What handles the calls of an outside number, and what does outside of its hours. */
export function Handled({ number: n }: { number: NumberRow }) {
  return (
    <>
      <By extension={n.extension} rings={n.rings} says={n.announcement} />
      {n.hours && (
        <>
          <Faded> {n.hours}, else </Faded>
          <By extension={n.closedExtension} rings={n.closedRings} says={n.closedAnnouncement} />
        </>
      )}
    </>
  )
}

function By({ extension, rings, says }: { extension: string; rings: string; says: string }) {
  if (extension)
    return (
      <>
        <Mono>{extension}</Mono> {rings}
      </>
    )
  return says ? (
    <>
      <Faded>says</Faded> {says}
    </>
  ) : (
    <chakra.span color="amberText">nothing</chakra.span>
  )
}
