import type { InfiniteData, UseInfiniteQueryResult } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { type Column, LongTable } from './LongTable'
import { Shown } from './Shown'
import { useListKeys } from './useListKeys'

type Props<R> = {
  /** The table’s name; “The list of people” is built of it. */
  label: string
  pages: UseInfiniteQueryResult<InfiniteData<{ rows: R[] }>>
  columns: Column<R>[]
  keyOf: (row: R) => number
  open?: number
  onOpen?: (row: R) => void
  /** What is said when there is no row. */
  empty: ReactNode
}

/** A list of any length that comes in pages: walked with j and k, opened with Enter, and told about while it is on its way. */
export function PagedList<R>({ label, pages, columns, keyOf, open, onOpen, empty }: Props<R>) {
  const rows = pages.data?.pages.flatMap((p) => p.rows) ?? []
  const walked = useListKeys({ count: rows.length, onOpen: (i) => rows[i] && onOpen?.(rows[i]) })
  return (
    <Shown query={pages} what={`The list of ${label.toLowerCase()}`}>
      {() =>
        rows.length === 0 ? (
          empty
        ) : (
          <LongTable
            label={label}
            columns={columns}
            rows={rows}
            keyOf={keyOf}
            walked={walked}
            {...(open === undefined ? {} : { open })}
            {...(onOpen ? { onOpen } : {})}
            onEnd={() => pages.hasNextPage && !pages.isFetching && void pages.fetchNextPage()}
          />
        )
      }
    </Shown>
  )
}
