import { expect, it } from 'vitest'
import { SUBJECTS } from '../subjects'
import { titleOf } from './useTitle'

it.each([
  ['/fleet', 'Fleet · Jordfell'],
  ['/fleet/12', 'Fleet · Jordfell'],
  ['/triage/wrong-password~x', 'Triage · Jordfell'],
  ['/fleetwood', 'Jordfell'],
  ['/', 'Jordfell'],
])('%s is %s', (path, title) => {
  expect(titleOf(SUBJECTS, path)).toBe(title)
})
