import type { Schemas } from '../../api/client'

type Page = Schemas['PendingPage']

/** Which devices a release takes: those that are named, or all that are changed but a few. */
export type Choice = {
  /** How many devices that are. */
  count: number
  /** The ids of those that are listed and taken, in the order of the list. */
  listed: number[]
  body: Pick<Schemas['ReleaseWish'], 'deviceIds' | 'allPending'>
}

/**
 * What is taken of the changed devices. As long as all are listed they are named one by one, so that nothing slips in
 * that was not seen; of more than are listed, all are taken but those that were left out.
 */
export function choiceOf(page: Page, q: string, left: Set<number>): Choice {
  const listed = page.devices.filter((d) => d.ready && !left.has(d.id)).map((d) => d.id)
  if (page.all <= page.devices.length) return { count: listed.length, listed, body: { deviceIds: listed } }
  return { count: page.ready - left.size, listed, body: { allPending: { q, except: [...left] } } }
}
