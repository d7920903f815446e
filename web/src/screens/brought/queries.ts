import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'

export type Whole = Schemas['BroughtWhole']
export type View = Schemas['BroughtView']

const KEY = ['brought']

/** What is being read is asked for again after so many milliseconds. */
const AGAIN = 1_000

const isOpen = (b: View | undefined) => b?.state === 'READING' || b?.state === 'WAITING'

export const useAllBrought = () =>
  useQuery({
    queryKey: [...KEY, 'all'],
    queryFn: () => unwrap(client.GET('/api/brought')),
    refetchInterval: ({ state }) => (state.data?.some(isOpen) ? AGAIN : false),
  })

export const useBrought = (id: number) =>
  useQuery({
    queryKey: [...KEY, id],
    enabled: id > 0,
    queryFn: () => unwrap(client.GET('/api/brought/{id}', { params: { path: { id } } })),
    refetchInterval: ({ state }) => (isOpen(state.data?.brought) ? AGAIN : false),
  })

/** What is said of one device in it; while it is read, again and again. */
export const useVerdict = (id: number, device: number, reading: boolean) =>
  useQuery({
    queryKey: [...KEY, id, 'device', device],
    queryFn: () =>
      unwrap(client.GET('/api/brought/{id}/devices/{device}', { params: { path: { id, device } } })),
    refetchInterval: reading ? 2 * AGAIN : false,
  })

export const useSyslog = () =>
  useQuery({ queryKey: [...KEY, 'syslog'], queryFn: () => unwrap(client.GET('/api/brought/syslog')) })

/** Those in which there is something of a device. */
export const useBroughtWith = (device: number) =>
  useQuery({
    queryKey: [...KEY, 'with', device],
    queryFn: () => unwrap(client.GET('/api/brought/with/{device}', { params: { path: { device } } })),
  })

const UNITS = ['bytes', 'kB', 'MB', 'GB']

/** A size as people say it: {@code 1.2 GB}. */
export function size(bytes: number): string {
  let left = bytes
  let unit = 0
  while (left >= 1_000 && unit < UNITS.length - 1) {
    left /= 1_000
    unit++
  }
  return `${unit === 0 || left >= 100 ? Math.round(left) : left.toFixed(1)} ${UNITS[unit]}`
}
