import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { serverNow, clockIs } from './serverClock'

const NOON = Date.parse('2026-03-02T12:00:00Z')

beforeEach(() => {
  vi.useFakeTimers()
  vi.setSystemTime(NOON)
})
afterEach(() => {
  clockIs(new Date(Date.now()).toISOString(), 1)
  vi.useRealTimers()
})

test.each([
  ['as the browser’s', '2026-03-02T12:00:00.400Z', 1, 60_000],
  ['ahead by hours', '2026-03-02T15:00:00Z', 1, 3 * 3_600_000 + 60_000],
  ['standing', '2026-03-02T12:30:00Z', 0, 30 * 60_000],
  ['ten times as fast', '2026-03-02T12:30:00Z', 10, 30 * 60_000 + 600_000],
])('a clock that is %s is told a minute later', (_, at, pace, later) => {
  clockIs(at, pace)
  vi.setSystemTime(NOON + 60_000)
  expect(serverNow() - NOON).toBe(later)
})
