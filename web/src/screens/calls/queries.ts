import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'

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
