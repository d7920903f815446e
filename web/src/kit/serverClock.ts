/** What time it is by the server’s clock, which the Lab can turn: everything that was seen is dated by it. */

/** Milliseconds by which the server’s clock was ahead of the browser’s at a moment of the browser’s. */
let ahead = 0
let pace = 1
let since = 0

/** The server said what time it is, and how fast its clock goes. */
export function clockIs(at: string, goes: number) {
  since = Date.now()
  const off = Date.parse(at) - since
  // Two clocks are never quite the same; ages are told in seconds.
  ahead = Math.abs(off) < 2_000 && goes === 1 ? 0 : off
  pace = goes
}

export const serverNow = () => {
  const browser = Date.now()
  return browser + ahead + (pace - 1) * (pace === 1 ? 0 : browser - since)
}

/** Whether a moment is no longer ago than so many minutes. */
export const isRecent = (at: string, minutes: number) => serverNow() - Date.parse(at) < minutes * 60_000
