import { expect, it } from 'vitest'
import { readyIn } from './readyIn'

it.each([
  [null, 'Getting ready'],
  [undefined, 'Getting ready'],
  [0, 'Ready in a few seconds'],
  [11, 'Ready in about 15 seconds'],
  [89, 'Ready in about 90 seconds'],
  [91, 'Ready in about 2 minutes'],
])('%s seconds left: %s', (seconds, words) => {
  expect(readyIn(seconds)).toBe(words)
})
