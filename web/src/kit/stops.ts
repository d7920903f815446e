/** The nine stops, in order, as the server names them and as people read them. */
export const STOPS = [
  ['KNOWN', 'Known'],
  ['BOUND', 'Bound'],
  ['RELEASED', 'Released'],
  ['FETCHED', 'Fetched'],
  ['LOCATED', 'Located'],
  ['HEARD', 'Heard'],
  ['ACCEPTED', 'Accepted'],
  ['HOLDING', 'Holding'],
  ['PROVEN', 'Proven'],
] as const

export const CONDITIONS = [
  ['HELD', 'held'],
  ['SILENT', 'silent'],
  ['UNDER_WAY', 'under way'],
  ['PARKED', 'parked'],
  ['CARRYING', 'carrying'],
  ['PROVEN', 'proven'],
] as const

const STATES: Record<string, string> = {
  p: 'passed',
  w: 'waiting',
  h: 'held',
  n: 'not seen',
  '-': 'not needed',
}

/** The rail in words: “passed to Heard, held at Accepted”. */
export function railInWords(rail: string): string {
  const first = [...rail].findIndex((s) => s !== 'p' && s !== '-')
  if (first < 0) return 'passed all nine stops'
  const at = STOPS[first]?.[1] ?? ''
  const before = first > 0 ? `passed to ${STOPS[first - 1]?.[1]}, ` : ''
  return `${before}${STATES[rail[first] ?? 'n']} at ${at}`
}
