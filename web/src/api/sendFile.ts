import { Problem } from './problem'

/** Sends a file as it is; what the server says of it is thrown as a problem. */
export async function sendFile<T>(path: string, file: Blob): Promise<T> {
  const token = document.cookie
    .split('; ')
    .find((c) => c.startsWith('XSRF-TOKEN='))
    ?.slice('XSRF-TOKEN='.length)
  let response: Response
  try {
    response = await fetch(path, {
      method: 'PUT',
      body: file,
      headers: {
        'Content-Type': 'application/octet-stream',
        'X-XSRF-TOKEN': decodeURIComponent(token ?? ''),
      },
    })
  } catch {
    throw new Problem(0, 'The file did not arrive. Nothing was changed; send it again.', [])
  }
  const text = await response.text()
  const body = (text ? JSON.parse(text) : undefined) as T & { detail?: string; fields?: Problem['fields'] }
  if (!response.ok) {
    throw new Problem(response.status, body?.detail ?? 'The file could not be read.', body?.fields ?? [])
  }
  return body
}
