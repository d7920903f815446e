// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { keys } from '../../api/queries'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { RevealSecret } from './RevealSecret'

function show(role: string) {
  const asked = serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'POST /api/extensions/7/password/reveal': (body) =>
      (body as { reason: string }).reason === ''
        ? {
            status: 422,
            body: {
              detail: 'no',
              fields: [{ pointer: '/reason', reason: 'The reason is missing.', hint: 'Write one.' }],
            },
          }
        : { body: { secret: 'harbour-gull-77' } },
  })
  const view = renderWithAll(<RevealSecret extensionId={7} secret="password" />)
  view.queries.setQueryData(keys.session, { login: 'x', name: 'X', role })
  return asked
}

it('a viewer has no way to ask', async () => {
  show('VIEWER')
  expect(screen.getByText('••••••••••••')).toBeTruthy()
  expect(screen.queryByRole('button')).toBeNull()
})

it('whoever may is asked why, shown it, and can hide it again', async () => {
  const asked = show('TECHNICIAN')
  fireEvent.click(await screen.findByRole('button', { name: 'Show the password…' }))
  fireEvent.click(screen.getByRole('button', { name: 'Show it' }))
  expect((await screen.findByText(/The reason is missing/)).textContent).toBeTruthy()
  fireEvent.change(screen.getByLabelText(/Why you need/), { target: { value: 'typing it at window 6' } })
  fireEvent.click(screen.getByRole('button', { name: 'Show it' }))
  expect(await screen.findByText('harbour-gull-77')).toBeTruthy()
  expect(asked.filter((a) => a.what.includes('reveal')).at(-1)?.body).toEqual({
    reason: 'typing it at window 6',
  })
  fireEvent.click(screen.getByRole('button', { name: 'Hide' }))
  await waitFor(() => expect(screen.queryByText('harbour-gull-77')).toBeNull())
})
