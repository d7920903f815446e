// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { PinShown } from './PinShown'

it('a PIN is told once it is asked for, and not before', async () => {
  window.location.hash = '#secret-part'
  const asked = serverSays({
    'GET /api/session': { status: 401, body: {} },
    'POST /api/pin-links/open': { body: { name: 'Ida Sørvik', number: '2001', pin: '4826' } },
  })
  renderWithAll(<PinShown />)
  expect(asked.some((a) => a.what === 'POST /api/pin-links/open')).toBe(false)
  fireEvent.click(screen.getByRole('button', { name: 'Show it to me now' }))
  expect(await screen.findByText('4826')).toBeTruthy()
  expect(screen.getByRole('heading', { name: 'Ida Sørvik, 2001' })).toBeTruthy()
  expect(asked.find((a) => a.what === 'POST /api/pin-links/open')?.body).toEqual({ token: 'secret-part' })
})

it('a link that was opened says so, and nothing else', async () => {
  serverSays({
    'GET /api/session': { status: 401, body: {} },
    'POST /api/pin-links/open': { status: 410, body: { detail: 'This link was opened already.' } },
  })
  renderWithAll(<PinShown />)
  fireEvent.click(screen.getByRole('button', { name: 'Show it to me now' }))
  expect((await screen.findByRole('alert')).textContent).toContain('was opened already')
  expect(screen.queryByRole('button')).toBeNull()
})
