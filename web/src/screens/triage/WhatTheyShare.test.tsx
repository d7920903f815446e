// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { WhatTheyShare } from './WhatTheyShare'

const matrix = {
  down: 'site',
  across: 'release',
  rows: ['Eskvik Pier', 'Tarnholm Terminal'],
  columns: ['31', ''],
  cells: [
    [
      { held: 11, all: 11 },
      { held: 0, all: 4 },
    ],
    [
      { held: 1, all: 40 },
      { held: 0, all: 0 },
    ],
  ],
}

it('what they share is said, with how it began, and shown in numbers', async () => {
  serverSays({
    'GET /api/triage/shared': {
      body: {
        sentence: '11 of the 12 are at Eskvik Pier and were in release 31; none of the 59 others has both.',
        factors: [],
        chance: 0.0001,
        withinSeconds: 220,
        afterReleaseSeconds: -1,
        matrix,
      },
    },
  })
  renderWithAll(<WhatTheyShare cause="wrong-password" variant="" />)
  expect(await screen.findByText(/11 of the 12 are at Eskvik Pier/)).toBeTruthy()
  expect(screen.getByText('It began within 4 min for all of them.')).toBeTruthy()
  expect(screen.getByRole('table').textContent).toBe(
    'release 31noneEskvik Pier11 of 110 of 4Tarnholm Terminal1 of 40–',
  )
})

it('where nothing sets them apart that is said, and no table is shown', async () => {
  serverSays({
    'GET /api/triage/shared': {
      body: { sentence: '', factors: [], chance: 1, withinSeconds: -1, afterReleaseSeconds: -1, matrix },
    },
  })
  renderWithAll(<WhatTheyShare cause="lapsed" variant="" />)
  expect(await screen.findByText(/Nothing sets them apart from the rest so clearly/)).toBeTruthy()
  expect(screen.queryByRole('table')).toBeNull()
  expect(screen.queryByText(/It began/)).toBeNull()
})

it('a release that all of them were in is taken back from all of them', async () => {
  const back = {
    release: 31,
    sentence: 'All 3 were in release 31; none of the 59 others.',
    label: 'Take release 31 back',
    will: '3 devices are given again what they had before release 31, when they ask next.',
  }
  const asked = serverSays({
    'GET /api/session': { body: { login: 'm', name: 'Mats', role: 'TECHNICIAN' } },
    'GET /api/triage/shared': {
      body: {
        sentence: 'All 3 have the template Counters; none of the 59 others.',
        factors: [],
        chance: 0.001,
        withinSeconds: 60,
        afterReleaseSeconds: 200,
        matrix: { ...matrix, rows: [], cells: [] },
        back,
      },
    },
    'POST /api/triage/take-back': { body: { devices: 3 } },
  })
  renderWithAll(<WhatTheyShare cause="name-not-found" variant="x" />)
  fireEvent.click(await screen.findByRole('button', { name: 'Take release 31 back' }))
  await waitFor(() =>
    expect(asked.find((a) => a.what === 'POST /api/triage/take-back')?.body).toEqual({
      cause: 'name-not-found',
      variant: 'x',
      release: 31,
    }),
  )
  expect(screen.getByText(back.sentence)).toBeTruthy()
  expect(screen.getByText('It began within 4 min after release 31 for all of them.')).toBeTruthy()
})
