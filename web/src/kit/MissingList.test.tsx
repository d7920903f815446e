// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { MissingList } from './MissingList'

const item = (what: string, place: string, id: number) => ({ of: 'Ticket window 4', what, place, id })

const show = (of: 'devices' | 'people' | 'batches', answer: object) => {
  serverSays({ [`GET /api/readiness/${of}/7`]: { body: answer } })
  return renderWithAll(<MissingList of={{ kind: of, id: 7 }} named={of === 'batches'} />)
}

it('each thing that is missing leads to where it is mended', async () => {
  show('devices', {
    devices: 1,
    ready: 0,
    missing: [
      item('Line 1 has no extension.', 'DEVICE', 7),
      item('2416 has no person.', 'EXTENSION', 16),
      item('The time server is missing.', 'SETTINGS', 7),
      item('Nobody has a kit.', 'PERSON', 3),
    ],
  })
  await screen.findByText('Line 1 has no extension.')
  expect(screen.getAllByRole('link').map((l) => l.getAttribute('href'))).toEqual([
    '/fleet/7',
    '/roster/extensions/16',
    '/templates?device=7',
    '/roster/people/3',
  ])
})

it('with nothing missing it is said to be ready', async () => {
  show('people', { devices: 2, ready: 2, missing: [] })
  expect(await screen.findByText(/nothing is missing/)).toBeTruthy()
})

it('of somebody without devices nothing is said', async () => {
  const { container, queries } = show('people', { devices: 0, ready: 0, missing: [] })
  await expect.poll(() => queries.isFetching()).toBe(0)
  expect(container.textContent).toBe('')
})

it('many are shown in part, each with whose it is', async () => {
  const missing = Array.from({ length: 15 }, (_, i) => item(`Thing ${i}.`, 'DEVICE', i))
  show('batches', { devices: 15, ready: 0, missing })
  expect(await screen.findByText('and 3 more')).toBeTruthy()
  expect(screen.getAllByText(/Ticket window 4:/)).toHaveLength(12)
})
