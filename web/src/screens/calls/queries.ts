import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useSettled } from '../../kit/useSettled'

export type DeadEnd = NonNullable<Schemas['DeadNumber']['end']>

export const useDialLists = (domainId: number) =>
  useQuery({
    queryKey: ['dial-lists', domainId],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/dial-lists', { params: { query: { domainId } } })),
  })

export const usePermissions = (domainId: number) =>
  useQuery({
    queryKey: ['permissions', domainId],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/permissions', { params: { query: { domainId } } })),
  })

export const useWhatIf = (domainId: number, from: string, dialled: string) =>
  useQuery({
    queryKey: ['what-if', domainId, from, dialled],
    enabled: domainId > 0 && from !== '' && dialled !== '',
    retry: false,
    queryFn: () =>
      unwrap(client.GET('/api/calls/what-if', { params: { query: { domainId, from, dialled } } })),
  })

export const useCallPath = (domainId: number, number: string) =>
  useQuery({
    queryKey: ['call-path', domainId, number],
    enabled: domainId > 0 && number !== '',
    retry: false,
    // Who is registered changes without anybody changing anything here.
    refetchInterval: 5_000,
    queryFn: () => unwrap(client.GET('/api/calls/path', { params: { query: { domainId, number } } })),
  })

export const useCodecs = (domainId: number) =>
  useQuery({
    queryKey: ['codecs', domainId],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/calls/codecs', { params: { query: { domainId } } })),
  })

export const useSpoken = (domainId: number, from: string, to: string) =>
  useQuery({
    queryKey: ['spoken', domainId, from, to],
    enabled: domainId > 0 && from !== '' && to !== '',
    retry: false,
    queryFn: () =>
      unwrap(client.GET('/api/calls/codecs/between', { params: { query: { domainId, from, to } } })),
  })

export const useDigitMaps = (domainId: number) =>
  useQuery({
    queryKey: ['digit-maps', domainId],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/calls/digit-maps', { params: { query: { domainId } } })),
  })

const LATELY = 400

/** What would ring elsewhere if this were kept; nothing while it can't be. */
export function useRingImpact<W extends object>(
  wish: W,
  dirty: boolean,
  ask: (wish: W) => Promise<Schemas['RingImpactView']>,
) {
  const settled = useSettled(wish, LATELY)
  return useQuery({
    queryKey: ['ring-impact', settled],
    enabled: dirty && JSON.stringify(settled) === JSON.stringify(wish),
    retry: false,
    placeholderData: (before: Schemas['RingImpactView'] | undefined) => before,
    queryFn: () => ask(settled),
  })
}

/** A call that is made to see what rings, looked at until it is over. */
export const useTrial = (id: number) =>
  useQuery({
    queryKey: ['call-trial', id],
    enabled: id > 0,
    refetchInterval: (query) => (query.state.data?.words ? false : 1_000),
    queryFn: () => unwrap(client.GET('/api/calls/trials/{id}', { params: { path: { id } } })),
  })

export const useGroups = (domainId: number) =>
  useQuery({
    queryKey: ['groups', domainId],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/groups', { params: { query: { domainId } } })),
  })

export const useDiversions = (domainId: number, number: string) =>
  useQuery({
    queryKey: ['diversions', domainId, number],
    enabled: domainId > 0 && number !== '',
    retry: false,
    queryFn: () => unwrap(client.GET('/api/calls/diversions', { params: { query: { domainId, number } } })),
  })

export const useDeadNumbers = (domainId: number, end: DeadEnd | undefined) =>
  useQuery({
    queryKey: ['dead-numbers', domainId, end],
    enabled: domainId > 0,
    refetchInterval: 15_000,
    queryFn: () =>
      unwrap(client.GET('/api/calls/dead', { params: { query: end ? { domainId, end } : { domainId } } })),
  })
