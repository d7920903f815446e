import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import type { Owner } from './owner'

/** A word that is typed and not kept: what a layer would say of a setting. */
export type Trial = { layer: Owner['layer']; owner: string; key: string; value: string }

/** What the file is told apart from. */
export type Against = 'phone' | 'release'

/** What the typed word comes to on the device, and the file it would be sent; asked anew with every stroke. */
export function useTrial(
  deviceId: number,
  trial: Trial | undefined,
  against: Against,
): Schemas['Tried'] | undefined {
  const tried = useQuery({
    queryKey: ['tried', deviceId, trial, against],
    queryFn: () =>
      unwrap(
        client.POST('/api/devices/{id}/preview', {
          params: { path: { id: deviceId } },
          body: { ...trial, against },
        }),
      ),
    placeholderData: (before, query) =>
      sameSetting(query?.queryKey[2] as Trial | undefined, trial) ? keepPreviousData(before) : undefined,
    enabled: !!trial,
    gcTime: 10_000,
  })
  return trial && tried.data
}

const sameSetting = (one: Trial | undefined, other: Trial | undefined) =>
  one?.key === other?.key && one?.layer === other?.layer && one?.owner === other?.owner
