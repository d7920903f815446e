// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { TryCall } from './TryCall'

const trial = {
  id: 7,
  number: '2413',
  rang: [
    { deviceId: 27, label: 'Ticket window 1', number: '2413', afterSeconds: 0, rings: true, answer: 487 },
    {
      deviceId: 0,
      label: 'What is at 192.0.2.9:5060',
      number: '2406',
      afterSeconds: 15,
      rings: false,
      answer: 486,
    },
  ],
  seconds: 23,
  answered: false,
  words: 'no answer',
  differences: [] as string[],
}

function called(over: object = {}) {
  const asked = serverSays({
    'POST /api/calls/trials': { status: 202, body: { ...trial, words: '', rang: [] } },
    'GET /api/calls/trials/7': { body: { ...trial, ...over } },
  })
  renderWithAll(<TryCall domainId={1} number="2413" />)
  fireEvent.click(screen.getByRole('button', { name: 'Call 2413 to try it' }))
  return asked
}

it('what rang stands in its order, and that it went as foretold', async () => {
  const asked = called()
  expect(await screen.findByText('It went as foretold, as far as it came: no answer.')).toBeTruthy()
  expect(asked[0]).toMatchObject({ what: 'POST /api/calls/trials', body: { domainId: 1, number: '2413' } })
  expect(screen.getByRole('link', { name: 'Ticket window 1' }).getAttribute('href')).toBe('/fleet/27')
  expect(screen.getByText('answered 486 at once')).toBeTruthy()
})

it('differences are told one by one', async () => {
  called({ differences: ['Café till was to ring after 15 s, and did not.'] })
  expect(await screen.findByText('Café till was to ring after 15 s, and did not.')).toBeTruthy()
  expect(screen.getByText('It ended: no answer.')).toBeTruthy()
})

it('while it goes on nothing is judged, and no second call is made', async () => {
  called({ words: '', seconds: 4 })
  expect(await screen.findByText('It goes on: 4 s so far.')).toBeTruthy()
  await waitFor(() =>
    expect(screen.getByRole('button', { name: 'Call 2413 to try it' })).toHaveProperty('disabled', true),
  )
  expect(screen.queryByText(/foretold/)).toBeNull()
})
