/** One field that was changed, and from what to what. */
export type Difference<T> = { at: keyof T & string; was: unknown; is: unknown }

export function same(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b)
}

/** The fields in which two states of one thing differ, in the order of the first. */
export function differences<T extends object>(was: T, is: T): Difference<T>[] {
  return (Object.keys(was) as (keyof T & string)[])
    .filter((at) => !same(was[at], is[at]))
    .map((at) => ({ at, was: was[at], is: is[at] }))
}

/** Where two people changed one field, whose word stands. */
export type Stands = 'mine' | 'theirs'

/**
 * Brings two changes of one thing together: every field has the value of whoever changed it, and of the one who is
 * asked for where both did.
 */
export function merged<T extends object>(opened: T, mine: T, theirs: T, both: Stands): T {
  const result = { ...theirs }
  for (const { at } of differences(opened, mine))
    if (both === 'mine' || same(opened[at], theirs[at])) result[at] = mine[at]
  return result
}
