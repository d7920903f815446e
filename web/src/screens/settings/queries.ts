import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'

export const useDomains = () =>
  useQuery({ queryKey: ['ground', 'domains'], queryFn: () => unwrap(client.GET('/api/domains')) })

export const useSites = () =>
  useQuery({ queryKey: ['ground', 'sites'], queryFn: () => unwrap(client.GET('/api/sites')) })

export const useModels = () =>
  useQuery({ queryKey: ['ground', 'models'], queryFn: () => unwrap(client.GET('/api/models')) })

export const useFamilies = () =>
  useQuery({ queryKey: ['families'], queryFn: () => unwrap(client.GET('/api/families')) })

export const useBodyNames = () =>
  useQuery({
    queryKey: ['body-names'],
    queryFn: () => unwrap(client.GET('/api/families/names')),
    staleTime: Infinity,
  })

export const useActs = () => useQuery({ queryKey: ['acts'], queryFn: () => unwrap(client.GET('/api/acts')) })
