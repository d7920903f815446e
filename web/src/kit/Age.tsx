import { chakra } from '@chakra-ui/react'
import { useSyncExternalStore } from 'react'
import { serverNow } from './serverClock'

/** All ages on a page tick together, this often, in milliseconds. */
const TICK = 5_000

let now = serverNow()
const listeners = new Set<() => void>()
setInterval(() => {
  now = serverNow()
  listeners.forEach((l) => l())
}, TICK)

function subscribe(listener: () => void) {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** How long ago, in the largest unit that says enough: “40 s”, “12 min”, “3 h”, “6 days”. */
export function age(at: string, reference: number): string {
  const seconds = Math.max(0, Math.round((reference - Date.parse(at)) / 1000))
  if (seconds < 90) return `${seconds} s`
  const minutes = Math.round(seconds / 60)
  if (minutes < 90) return `${minutes} min`
  const hours = Math.round(minutes / 60)
  return hours < 48 ? `${hours} h` : `${Math.round(hours / 24)} days`
}

export function clock(at: string): string {
  return new Date(at).toLocaleTimeString('en-GB')
}

/** An age, with the exact time on hover. */
export function Age({ at }: { at: string }) {
  const reference = useSyncExternalStore(subscribe, () => now)
  return (
    <chakra.time dateTime={at} title={new Date(at).toLocaleString('en-GB')} whiteSpace="nowrap">
      {age(at, reference)}
    </chakra.time>
  )
}
