import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'

export type Phonebook = Schemas['PhonebookView']
export type Contact = Schemas['BookContact']
export type Kind = NonNullable<Schemas['ContactNumberRow']['kind']>

export const KINDS: [Kind, string][] = [
  ['EXTENSION', 'extension'],
  ['WORK', 'work'],
  ['MOBILE', 'mobile'],
  ['HOME', 'home'],
  ['OTHER', 'other'],
]

export const usePhonebooks = () =>
  useQuery({ queryKey: ['phonebooks'], queryFn: () => unwrap(client.GET('/api/phonebooks')) })

/** The contacts that hold what was typed, in the order in which they would be published. */
export const useContacts = (phonebookId: number, q: string) =>
  useInfiniteQuery({
    queryKey: ['phonebooks', 'contacts', phonebookId, q],
    enabled: phonebookId > 0,
    initialPageParam: 0,
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/phonebooks/{phonebookId}/contacts', {
          params: { path: { phonebookId }, query: { q, from: pageParam } },
        }),
      ),
    getNextPageParam: (page) => (page.next < 0 ? undefined : page.next),
    placeholderData: keepPreviousData,
  })

export type FileOf = { family: string; order: 'FAMILY' | 'GIVEN'; domainId: number }

/** The file around one contact, or its beginning. */
export const useBookFile = (phonebookId: number, of: FileOf, position: number) =>
  useQuery({
    queryKey: ['phonebooks', 'file', phonebookId, of, position],
    enabled: phonebookId > 0 && of.domainId > 0 && of.family !== '',
    queryFn: () =>
      unwrap(
        client.GET('/api/phonebooks/{phonebookId}/file', {
          params: { path: { phonebookId }, query: { ...of, position } },
        }),
      ),
    placeholderData: keepPreviousData,
  })

export const useTakers = (phonebookId: number) =>
  useQuery({
    queryKey: ['phonebooks', 'takers', phonebookId],
    enabled: phonebookId > 0,
    queryFn: () =>
      unwrap(client.GET('/api/phonebooks/{phonebookId}/takers', { params: { path: { phonebookId } } })),
  })

export const useChanges = (phonebookId: number) =>
  useQuery({
    queryKey: ['phonebooks', 'changes', phonebookId],
    queryFn: () =>
      unwrap(client.GET('/api/phonebooks/{phonebookId}/changes', { params: { path: { phonebookId } } })),
  })
