/** Something that changed: a kind of thing, and which one; 0 for any of them. */
export type Change = {
  topic: 'DEVICE' | 'KNOCKS' | 'TRIAGE' | 'LAB' | 'ROSTER' | 'TEMPLATES' | 'RELEASES' | 'KEEPING'
  id: number
}

/** What is heard of the server: that something changed, that it is heard at all, or since when it is not. */
export type Said = { change: Change } | { up: true } | { downSince: number }

const NAME = 'jordfell-live'

/** A line that is down is opened again after this, in milliseconds. */
const AGAIN = 3_000

/**
 * Opens the line on which the server tells of changes; one for all tabs of a browser, which allows a server only a few
 * connections at once. One tab holds it and passes on what it hears; when that tab goes, another opens it anew.
 *
 * @returns how to end it
 */
export function openLine(hear: (said: Said) => void): () => void {
  const others = 'BroadcastChannel' in globalThis ? new BroadcastChannel(NAME) : undefined
  let ended = false
  let letGo = () => {}
  const hold = () =>
    new Promise<void>((done) => {
      if (ended) return done()
      const close = listen((said) => {
        hear(said)
        others?.postMessage(said)
      })
      letGo = () => {
        close()
        done()
      }
    })
  if (others) others.onmessage = (e: MessageEvent<Said>) => hear(e.data)
  const locks = others && (navigator as Partial<Navigator>).locks
  if (locks) void locks.request(NAME, hold)
  else void hold()
  return () => {
    ended = true
    letGo()
    others?.close()
  }
}

/** One connection, opened again whenever it breaks. */
function listen(hear: (said: Said) => void): () => void {
  let stream: EventSource | undefined
  let again: ReturnType<typeof setTimeout> | undefined
  let downSince: number | undefined
  const open = () => {
    stream = new EventSource('/api/events')
    stream.addEventListener('change', (e) =>
      hear({ change: JSON.parse((e as MessageEvent<string>).data) as Change }),
    )
    stream.onopen = () => {
      downSince = undefined
      hear({ up: true })
    }
    stream.onerror = () => {
      downSince ??= Date.now()
      hear({ downSince })
      // A browser gives up for good when it is answered with an error, as by a server that is starting.
      if (stream?.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN)
    }
  }
  open()
  return () => {
    stream?.close()
    clearTimeout(again)
  }
}
