// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { keys } from '../api/queries'
import { KeepNote } from './KeepNote'

it('while nothing can be kept, that is said above every screen until it is over', async () => {
  let trouble = 'The disk of the database is full: 12 MB are left, 64 MB are needed.'
  serverSays({ 'GET /api/keeping': () => ({ body: { trouble } }) })
  const { queries } = renderWithAll(<KeepNote />)
  expect((await screen.findByRole('alert')).textContent).toContain('12 MB are left')
  trouble = ''
  await queries.invalidateQueries({ queryKey: keys.keeping })
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull())
})
