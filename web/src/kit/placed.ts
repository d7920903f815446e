/** A device's numbers with one more: in the first line that has none, or behind all of them. */
export function placed(numbers: string[], number: string): string[] {
  const free = numbers.indexOf('')
  return free < 0 ? [...numbers, number] : numbers.map((n, i) => (i === free ? number : n))
}
