import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys } from '../../api/queries'

/** The fleet on its path, and how many had no dial tone lately. */
export const useToday = () =>
  useQuery({
    queryKey: [...keys.triage, 'today'],
    refetchInterval: 60_000,
    queryFn: () => unwrap(client.GET('/api/today')),
  })

/** What was done about findings in the last hours, and what came of it. */
export const useLately = () =>
  useQuery({ queryKey: [...keys.triage, 'lately'], queryFn: () => unwrap(client.GET('/api/remedies')) })

export const useStrays = () =>
  useQuery({ queryKey: [...keys.knocks, 'strays'], queryFn: () => unwrap(client.GET('/api/strays')) })

export const useLastActs = () =>
  useQuery({ queryKey: ['acts'], queryFn: () => unwrap(client.GET('/api/acts')) })
