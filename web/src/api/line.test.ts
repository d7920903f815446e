import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { type Said, openLine } from './line'

/** The browser’s connections to the server, as the tests see them. */
class Stream {
  static readonly CLOSED = 2
  static all: Stream[] = []
  readyState = 1
  onopen = () => {}
  onerror = () => {}
  private heard: (e: { data: string }) => void = () => {}
  constructor() {
    Stream.all.push(this)
  }
  addEventListener(_: string, listener: (e: { data: string }) => void) {
    this.heard = listener
  }
  close() {
    this.readyState = Stream.CLOSED
  }
  says(topic: string, id: number) {
    this.heard({ data: JSON.stringify({ topic, id }) })
  }
}

/** Tabs of one browser: messages to all others, and one lock that is passed on. */
function browser() {
  const tabs = new Set<{ onmessage: ((e: { data: Said }) => void) | null }>()
  let held = Promise.resolve()
  vi.stubGlobal(
    'BroadcastChannel',
    class {
      onmessage: ((e: { data: Said }) => void) | null = null
      constructor() {
        tabs.add(this)
      }
      postMessage(data: Said) {
        tabs.forEach((tab) => tab !== this && tab.onmessage?.({ data }))
      }
      close() {
        tabs.delete(this)
      }
    },
  )
  vi.stubGlobal('navigator', {
    locks: { request: (_: string, hold: () => Promise<void>) => (held = held.then(hold)) },
  })
  vi.stubGlobal('EventSource', Stream)
}

beforeEach(() => {
  Stream.all = []
  browser()
})
afterEach(() => void vi.useRealTimers())

const settled = () => new Promise((done) => setTimeout(done))

it('tabs share one connection, and each hears what it says', async () => {
  const one: Said[] = []
  const two: Said[] = []
  openLine((s) => one.push(s))
  openLine((s) => two.push(s))
  await settled()
  expect(Stream.all).toHaveLength(1)
  Stream.all[0]?.says('DEVICE', 7)
  const said = [{ change: { topic: 'DEVICE', id: 7 } }]
  expect(one).toEqual(said)
  expect(two).toEqual(said)
})

it('when the tab that holds it goes, another opens it, and says that it is up', async () => {
  const two: Said[] = []
  const end = openLine(() => {})
  openLine((s) => two.push(s))
  await settled()
  end()
  await settled()
  expect(Stream.all).toHaveLength(2)
  expect(Stream.all[0]?.readyState).toBe(Stream.CLOSED)
  Stream.all[1]?.onopen()
  expect(two).toEqual([{ up: true }])
})

it('a line that broke is opened again, and told with since when it was down', async () => {
  const said: Said[] = []
  openLine((s) => said.push(s))
  await settled()
  vi.useFakeTimers({ now: 5_000 })
  const first = Stream.all[0]
  first?.close()
  first?.onerror()
  vi.setSystemTime(6_000)
  first?.onerror()
  expect(said).toEqual([{ downSince: 5_000 }, { downSince: 5_000 }])
  await vi.advanceTimersByTimeAsync(3_000)
  Stream.all.at(-1)?.onopen()
  expect(said.at(-1)).toEqual({ up: true })
})
