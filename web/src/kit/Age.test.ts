import { expect, it } from 'vitest'
import { age } from './Age'

it.each([
  [0, '0 s'],
  [89, '89 s'],
  [600, '10 min'],
  [7_200, '2 h'],
  [86_400 * 6, '6 days'],
  [-5, '0 s'],
])('tells %i seconds in the largest unit that says enough', (seconds, words) => {
  expect(age(new Date(1_000_000_000_000 - seconds * 1000).toISOString(), 1_000_000_000_000)).toBe(words)
})
