// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Guessers } from './Guessers'

const show = (mayAct: boolean) => {
  const asked = serverSays({
    'GET /api/guessers': { body: [{ source: '203.0.113.9', strangers: 41 }] },
    'DELETE /api/guessers/203.0.113.9': { status: 204 },
  })
  renderWithAll(<Guessers mayAct={mayAct} />)
  return asked
}

it('a source that tries one MAC after another is told, and can be one of ours', async () => {
  const asked = show(true)
  expect(await screen.findByText(/tries one MAC after another: 41 so far/)).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'It is one of ours' }))
  await waitFor(() => expect(asked.map((a) => a.what)).toContain('DELETE /api/guessers/203.0.113.9'))
})

it('who only looks forgives nobody', async () => {
  show(false)
  await screen.findByText('203.0.113.9')
  expect(screen.queryByRole('button')).toBeNull()
})
