import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'

export type Sheet = Schemas['SheetView']
export type Row = Schemas['RowView']
export type RowState = Row['state']

/** Rows come in pages of this many. */
export const PAGE = 200

export const useSheet = () =>
  useQuery({
    queryKey: ['sheet'],
    queryFn: () => unwrap(client.GET('/api/intake/sheet')),
    placeholderData: keepPreviousData,
    // While a large sheet is being looked at, how far that is.
    refetchInterval: ({ state }) => (state.data && state.data.looked < state.data.total ? 700 : false),
  })

/** Clears the sheet; it can be brought back. */
export const useClear = () => useChange(() => unwrap(client.DELETE('/api/intake/sheet')), undefined, 'sheet')

/** The pages of rows that are in sight; those shown stay until newer ones come. */
export function useRows(state: string, pages: number[]) {
  return useQueries({
    queries: pages.map((page) => ({
      queryKey: ['sheet', 'rows', state, page],
      queryFn: () =>
        unwrap(client.GET('/api/intake/sheet/rows', { params: { query: { state, from: page * PAGE } } })),
      placeholderData: keepPreviousData,
    })),
    combine: (results) => {
      const rows = new Map<number, Row>()
      results.forEach((r, i) => r.data?.rows.forEach((row, j) => rows.set((pages[i] ?? 0) * PAGE + j, row)))
      return { rows, total: results[0]?.data?.total ?? 0 }
    },
  })
}

export const useBatches = () =>
  useQuery({ queryKey: ['batches'], queryFn: () => unwrap(client.GET('/api/batches')) })

export const useClaims = () =>
  useQuery({ queryKey: ['claims'], queryFn: () => unwrap(client.GET('/api/claims')) })
