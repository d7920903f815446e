import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import type { StandsFilter } from './Stands'

const paged = {
  initialPageParam: '',
  getNextPageParam: (page: { next: string }) => page.next || undefined,
  placeholderData: keepPreviousData,
}

export const useExtensionPages = (domainId: number, q: string, places: boolean, stands: StandsFilter = '') =>
  useInfiniteQuery({
    ...paged,
    queryKey: ['extensions', domainId, q, places, stands],
    enabled: domainId > 0,
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/extensions', {
          params: { query: { domainId, q, places, after: pageParam, ...(stands && { stands }) } },
        }),
      ),
  })

export const usePeoplePages = (domainId: number, q: string) =>
  useInfiniteQuery({
    ...paged,
    queryKey: ['people', domainId, q],
    enabled: domainId > 0,
    queryFn: ({ pageParam }) =>
      unwrap(client.GET('/api/people', { params: { query: { domainId, q, after: pageParam } } })),
  })

export const useOutsidePages = (domainId: number, q: string) =>
  useInfiniteQuery({
    ...paged,
    queryKey: ['outside', domainId, q],
    enabled: domainId > 0,
    queryFn: ({ pageParam }) =>
      unwrap(client.GET('/api/outside-numbers', { params: { query: { domainId, q, after: pageParam } } })),
  })

export const usePerson = (id: number) =>
  useQuery({
    queryKey: ['person', id],
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/people/{id}', { params: { path: { id } } })),
  })

export const useExtension = (id: number) =>
  useQuery({
    queryKey: ['extension', id],
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/extensions/{id}', { params: { path: { id } } })),
  })

export const useOutsideNumber = (id: number) =>
  useQuery({
    queryKey: ['outside', 'one', id],
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/outside-numbers/{id}', { params: { path: { id } } })),
  })

export const useNumberMap = (domainId: number, from: number) =>
  useQuery({
    queryKey: ['number-map', domainId, from],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/number-map', { params: { query: { domainId, from } } })),
    placeholderData: keepPreviousData,
  })

export const useKits = (domainId: number) =>
  useQuery({
    queryKey: ['kits', domainId],
    enabled: domainId > 0,
    queryFn: () => unwrap(client.GET('/api/kits', { params: { query: { domainId } } })),
  })

/** The first outside numbers of a domain, to choose one of. */
export const useSomeNumbers = (domainId: number) =>
  useQuery({
    queryKey: ['outside-numbers', 'some', domainId],
    queryFn: () => unwrap(client.GET('/api/outside-numbers', { params: { query: { domainId } } })),
  })
