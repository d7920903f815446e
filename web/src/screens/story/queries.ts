import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys } from '../../api/queries'

export type StoryView = Schemas['StoryView']

/** What happened to a device in the last hours. */
export const useStory = (id: number, hours: number) =>
  useQuery({
    queryKey: [...keys.device(id), 'story', hours],
    placeholderData: keepPreviousData,
    refetchInterval: 30_000,
    queryFn: () =>
      unwrap(client.GET('/api/devices/{id}/story', { params: { path: { id }, query: { hours } } })),
  })

/** The device like it that works. */
export const useTwin = (id: number) =>
  useQuery({
    queryKey: [...keys.device(id), 'twin'],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/twin', { params: { path: { id } } })),
  })

export const useNotes = (id: number) =>
  useQuery({
    queryKey: [...keys.triage, 'notes', id],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/notes', { params: { path: { id } } })),
  })

/** What was handed to whoever looks. */
export const useMyNotes = () =>
  useQuery({
    queryKey: [...keys.triage, 'notes', 'mine'],
    queryFn: () => unwrap(client.GET('/api/notes/mine')),
  })
