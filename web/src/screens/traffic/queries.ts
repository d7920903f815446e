import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'

export type By = 'node' | 'site'

const EVERY = 60_000

/** What went on at the busiest nodes, or sites. */
export const useTraffic = (by: By) =>
  useQuery({
    queryKey: ['traffic', by],
    refetchInterval: EVERY,
    queryFn: () => unwrap(client.GET('/api/traffic', { params: { query: { by } } })),
  })

/** What went on at one site, by the nodes that it speaks to. */
export const useTrafficOfSite = (domain: string, site: string) =>
  useQuery({
    queryKey: ['traffic', domain, site],
    refetchInterval: EVERY,
    queryFn: () => unwrap(client.GET('/api/traffic/site', { params: { query: { domain, site } } })),
  })

export type TrafficView = Schemas['TrafficView']
export type Place = Schemas['PlaceTraffic']
