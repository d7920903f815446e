import { ChakraProvider } from '@chakra-ui/react'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { RouterProvider, createMemoryRouter } from 'react-router'
import { vi } from 'vitest'
import { system } from '../theme/system'

/** A component with all that the application gives it, at an address, as a route of this pattern has it. */
export function renderWithAll(ui: ReactNode, at = '/', path = '*') {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const router = createMemoryRouter([{ path, element: ui }], { initialEntries: [at] })
  const view = render(
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ChakraProvider>,
  )
  return { ...view, queries, router }
}

export type Reply = { status?: number; body?: unknown; after?: Promise<unknown> }

/** What the server answers, by method and path; remembers what it was asked. */
export function serverSays(
  answers: Record<string, Reply | ((body: unknown, query: URLSearchParams) => Reply)>,
) {
  const asked: { what: string; body: unknown; query: URLSearchParams }[] = []
  vi.stubGlobal('fetch', async (to: Request | string, how?: RequestInit) => {
    const request = typeof to === 'string' ? new Request(new URL(to, 'http://x'), how) : to
    const url = new URL(request.url, 'http://x')
    const what = `${request.method} ${url.pathname}`
    const text = await request.text()
    const isFile = request.headers.get('Content-Type') === 'application/octet-stream'
    const body: unknown = isFile ? text : text ? JSON.parse(text) : undefined
    asked.push({ what, body, query: url.searchParams })
    const answer = answers[what]
    if (!answer) return new Response('{}', { status: 404, headers: { 'Content-Type': 'application/json' } })
    const reply = typeof answer === 'function' ? answer(body, url.searchParams) : answer
    await reply.after
    return new Response(reply.body === undefined ? null : JSON.stringify(reply.body), {
      status: reply.status ?? 200,
      headers: { 'Content-Type': 'application/json', 'Content-Length': reply.body === undefined ? '0' : '1' },
    })
  })
  return asked
}
