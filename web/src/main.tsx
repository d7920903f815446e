import '@fontsource-variable/atkinson-hyperlegible-mono'
import '@fontsource-variable/atkinson-hyperlegible-next'
import { ChakraProvider } from '@chakra-ui/react'
import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider, createBrowserRouter } from 'react-router'
import { Problem } from './api/problem'
import { keys } from './api/queries'
import { App } from './App'
import { system } from './theme/system'

/** Whatever is answered with 401, there is no session any more; 503 is a server that starts. */
function noSession(error: unknown) {
  if (error instanceof Problem && error.status === 401) queries.setQueryData(keys.session, null)
  if (error instanceof Problem && error.status === 503)
    void queries.invalidateQueries({ queryKey: keys.start })
}

const queries: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: noSession }),
  mutationCache: new MutationCache({ onError: noSession }),
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false, staleTime: 1_000 } },
})

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <RouterProvider router={createBrowserRouter([{ path: '*', element: <App /> }])} />
        </QueryClientProvider>
      </ChakraProvider>
    </StrictMode>,
  )
}
