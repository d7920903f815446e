import { QueryClient } from '@tanstack/react-query'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { gathering } from './live'
import { keys } from './queries'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

const client = () => new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })

/** An answer that takes a second, and how often it was asked for and came. */
function slow(queries: QueryClient) {
  const counts = { asked: 0, came: 0 }
  const observer = () =>
    queries.fetchQuery({
      queryKey: keys.triage,
      queryFn: async ({ signal }) => {
        counts.asked++
        await new Promise((resolve) => setTimeout(resolve, 1_000))
        if (!signal.aborted) counts.came++
        return counts.came
      },
    })
  return { counts, observer }
}

it('a storm of changes lets an answer that is on its way come', async () => {
  const queries = client()
  const { counts, observer } = slow(queries)
  const gathered = gathering(queries)
  const first = observer()
  for (let i = 0; i < 40; i++) {
    gathered.take({ topic: 'DEVICE', id: i })
    await vi.advanceTimersByTimeAsync(50)
  }
  await first
  expect(counts).toEqual({ asked: 1, came: 1 })
})

it('and marks it as stale once it is there, so that it is asked for once more', async () => {
  const queries = client()
  const { observer } = slow(queries)
  const gathered = gathering(queries)
  const first = observer()
  gathered.take({ topic: 'DEVICE', id: 7 })
  await vi.advanceTimersByTimeAsync(900)
  expect(queries.getQueryState(keys.triage)?.isInvalidated).toBe(false)
  await vi.advanceTimersByTimeAsync(600)
  await first
  expect(queries.getQueryState(keys.triage)?.isInvalidated).toBe(true)
})

it('many changes of one kind are one question', async () => {
  const queries = client()
  const asked = vi.spyOn(queries, 'invalidateQueries')
  const gathered = gathering(queries)
  for (let i = 0; i < 100; i++) gathered.take({ topic: 'LAB', id: 0 })
  await vi.advanceTimersByTimeAsync(300)
  expect(asked).toHaveBeenCalledOnce()
})
