// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { SignInAgain } from './SignInAgain'

it.each([
  ['lena', 0],
  ['oona', 1],
])('after Lena’s session %s signs in: the page is loaded anew %i times', async (login, times) => {
  const loaded = vi.spyOn(window.location, 'assign').mockImplementation(() => {})
  serverSays({
    'GET /api/session': { status: 401 },
    'POST /api/session': { body: { login, name: 'X', role: 'VIEWER' } },
  })
  const { queries } = renderWithAll(<SignInAgain login="lena" />)
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: login } })
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'x' } })
  fireEvent.click(screen.getByRole('button', { name: 'Sign in' }))
  await waitFor(() => expect(queries.getQueryData(['session'])).toMatchObject({ login }))
  expect(loaded).toHaveBeenCalledTimes(times)
  loaded.mockRestore()
})
