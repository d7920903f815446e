import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query'
import { serverNow } from '../kit/serverClock'
import { client } from './client'
import { Problem, unwrap } from './problem'
import { clockIs } from '../kit/serverClock'

export const keys = {
  session: ['session'] as const,
  start: ['session', 'start'] as const,
  frame: ['frame'] as const,
  ground: ['ground'] as const,
  devices: ['devices'] as const,
  device: (id: number) => ['device', id] as const,
  settings: (id: number) => ['settings', id] as const,
  file: (id: number) => ['file', id] as const,
  triage: ['triage'] as const,
  extensions: ['extensions'] as const,
  knocks: ['knocks'] as const,
  pending: ['pending'] as const,
  lab: ['lab'] as const,
  releases: ['releases'] as const,
  keeping: ['keeping'] as const,
  unpublished: ['phonebooks', 'unpublished'] as const,
}

/** How far the server's start is; asked again every second until it is ready. */
export const useStart = () =>
  useQuery({
    queryKey: keys.start,
    queryFn: () => unwrap(client.GET('/api/start')),
    refetchInterval: (query) => (query.state.data?.ready ? false : 1_000),
    staleTime: Infinity,
  })

/** Who is signed in; null for nobody. */
export function useSession() {
  return useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      try {
        return await unwrap(client.GET('/api/session'))
      } catch (e) {
        if (e instanceof Problem && e.status === 401) return null
        throw e
      }
    },
    staleTime: Infinity,
  })
}

/** Whether what is done can be kept. */
export const useKeeping = () =>
  useQuery({
    queryKey: keys.keeping,
    queryFn: () => unwrap(client.GET('/api/keeping')),
    staleTime: Infinity,
  })

export const useFrame = () =>
  useQuery({ queryKey: keys.frame, queryFn: () => unwrap(client.GET('/api/frame')) })

/** Phonebooks that have something else than what phones are given. */
export const useUnpublished = () =>
  useQuery({ queryKey: keys.unpublished, queryFn: () => unwrap(client.GET('/api/unpublished')) })

export const useGround = () =>
  useQuery({ queryKey: keys.ground, queryFn: () => unwrap(client.GET('/api/ground')), staleTime: 60_000 })

export type FleetFilter = { q: string; siteId: number; condition: string }

export function useDevices(filter: FleetFilter) {
  return useInfiniteQuery({
    queryKey: [...keys.devices, filter],
    initialPageParam: '',
    queryFn: ({ pageParam }) =>
      unwrap(client.GET('/api/devices', { params: { query: { ...filter, after: pageParam } } })),
    getNextPageParam: (page) => page.next || undefined,
    placeholderData: keepPreviousData,
  })
}

export const useDevice = (id: number) =>
  useQuery({
    queryKey: keys.device(id),
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/devices/{id}', { params: { path: { id } } })),
    placeholderData: keepPreviousData,
  })

/** What is bound to the device’s extensions now, by it and by others. */
export const useContacts = (id: number) =>
  useQuery({
    queryKey: [...keys.device(id), 'contacts'],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/contacts', { params: { path: { id } } })),
  })

/** What was done about a device's findings lately, and what helped before. */
export const useDone = (id: number) =>
  useQuery({
    queryKey: [...keys.device(id), 'remedies'],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/remedies', { params: { path: { id } } })),
  })

/** What went to and fro between a device and everybody else. */
export const useLadder = (id: number) =>
  useQuery({
    queryKey: [...keys.device(id), 'ladder'],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/ladder', { params: { path: { id } } })),
  })

export const useDeviceSettings = (id: number) =>
  useQuery({
    queryKey: keys.settings(id),
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/devices/{id}/settings', { params: { path: { id } } })),
    placeholderData: keepPreviousData,
  })

export const useDeviceFile = (id: number, against: string) =>
  useQuery({
    queryKey: [...keys.file(id), against],
    enabled: id > 0,
    queryFn: () =>
      unwrap(client.GET('/api/devices/{id}/file', { params: { path: { id }, query: { against } } })),
    placeholderData: keepPreviousData,
  })

/** Which devices Triage looks at: of a site, of a model, newer than so many hours; 0 and empty for all. */
export type TriageFilter = { site: number; model: string; hours: number }

const hoursAgo = (hours: number) => new Date(serverNow() - hours * 3_600_000).toISOString()

export const useTriage = ({ site, model, hours }: TriageFilter = { site: 0, model: '', hours: 0 }) =>
  useQuery({
    queryKey: [...keys.triage, 'causes', site, model, hours],
    queryFn: () =>
      unwrap(
        client.GET('/api/triage', {
          params: { query: { site, model, ...(hours > 0 && { newerThan: hoursAgo(hours) }) } },
        }),
      ),
    placeholderData: keepPreviousData,
  })

/** What came of what was done about all devices of a cause. */
export const useGroupDone = (cause: string, variant: string) =>
  useQuery({
    queryKey: [...keys.triage, 'done', cause, variant],
    refetchInterval: 5_000,
    queryFn: () => unwrap(client.GET('/api/triage/done', { params: { query: { cause, variant } } })),
  })

/** What the devices of a cause have in common that others have not. */
export const useShared = (cause: string, variant: string) =>
  useQuery({
    queryKey: [...keys.triage, 'shared', cause, variant],
    queryFn: () => unwrap(client.GET('/api/triage/shared', { params: { query: { cause, variant } } })),
  })

/** Numbers that ring nothing by what is on record, whoever is registered. */
export const useNumberCauses = () =>
  useQuery({
    queryKey: [...keys.triage, 'numbers'],
    refetchInterval: 30_000,
    queryFn: () => unwrap(client.GET('/api/triage/numbers')),
  })

export const useKnocks = () =>
  useQuery({ queryKey: keys.knocks, queryFn: () => unwrap(client.GET('/api/knocks')) })

export const useReleases = () =>
  useQuery({
    queryKey: [...keys.releases, 'all'],
    queryFn: () => unwrap(client.GET('/api/releases')),
  })

export const useRelease = (id: number) =>
  useQuery({
    queryKey: [...keys.releases, id],
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/releases/{id}', { params: { path: { id } } })),
    placeholderData: keepPreviousData,
  })

/** The first devices that are changed and not released, with this in their label, MAC, site or model. */
export const usePending = (q: string) =>
  useQuery({
    queryKey: [...keys.pending, q],
    queryFn: () => unwrap(client.GET('/api/releases/pending', { params: { query: { q } } })),
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.data && state.data.waiting > 0 ? 500 : false),
  })

/** What time it is by the server’s clock, which the Lab can turn, and how fast it goes. */
export const useClock = () =>
  useQuery({
    queryKey: [...keys.lab, 'clock'],
    queryFn: async () => {
      const clock = await unwrap(client.GET('/api/clock'))
      clockIs(clock.at, clock.pace)
      return clock
    },
    refetchInterval: ({ state }) => (state.data && state.data.pace !== 1 ? 2_000 : 60_000),
  })

export const useLab = () => useQuery({ queryKey: keys.lab, queryFn: () => unwrap(client.GET('/api/lab')) })

/** The first extensions of a domain that hold what was typed, to be offered. */
export const useExtensions = (domainId: number, q: string) =>
  useQuery({
    queryKey: [...keys.extensions, 'offered', domainId, q],
    enabled: domainId > 0,
    queryFn: async () =>
      (await unwrap(client.GET('/api/extensions', { params: { query: { domainId, q } } }))).rows,
    placeholderData: keepPreviousData,
  })

/** A change; afterwards everything shown is asked for again. Those with one name for their turn are sent one after another. */
export function useChange<V, R>(
  change: (wish: V) => Promise<R>,
  done?: (result: R, wish: V) => void,
  inTurn?: string,
) {
  const queries = useQueryClient()
  return useMutation<R, Error, V>({
    ...(inTurn ? { scope: { id: inTurn } } : {}),
    mutationFn: change,
    onSuccess: (result, wish) => {
      void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
      done?.(result, wish)
    },
    onError: (error) => {
      // Somebody else was first: what they made of it is asked for, so that it can be told.
      if (error instanceof Problem && error.status === 412)
        void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
    },
  })
}
