import { chakra } from '@chakra-ui/react'
import { useDownSince } from '../api/live'
import { Age } from '../kit/Age'

/** Says that changes are not heard of just now, and since when; nothing while they are. */
export function StaleNote() {
  const since = useDownSince()
  if (since === undefined) return null
  return (
    <chakra.span role="status" color="amberText" whiteSpace="nowrap" fontSize="12.5px">
      not live for <Age at={new Date(since).toISOString()} />
    </chakra.span>
  )
}
