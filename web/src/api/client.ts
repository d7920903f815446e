import createClient, { type Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']

function cookie(name: string): string | undefined {
  return document.cookie
    .split('; ')
    .find((c) => c.startsWith(name + '='))
    ?.slice(name.length + 1)
}

/** Repeats the cookie in a header, which another site's page can't do. */
const csrf: Middleware = {
  onRequest({ request }) {
    const token = cookie('XSRF-TOKEN')
    if (token) request.headers.set('X-XSRF-TOKEN', decodeURIComponent(token))
    return request
  },
}

/** Looked up at each request, so that tests can answer in place of the server. */
export const client = createClient<paths>({ baseUrl: '', fetch: (request) => globalThis.fetch(request) })
client.use(csrf)
