// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Books } from './Books'

it('each slot tells which edition the phone has, or why it has none', () => {
  renderWithAll(
    <Books
      deviceId={7}
      label="Gate"
      books={[
        {
          slot: 1,
          name: 'Quay',
          state: 'TAKEN',
          words: '56 names',
          edition: '49626aa5',
          left: 0,
          at: '2026-03-02T09:30:00Z',
        },
        { slot: 2, name: 'Harbours', state: 'REFUSED', words: 'answered with 403', edition: '', left: 0 },
      ]}
    />,
  )
  expect(screen.getByRole('region', { name: 'Phonebooks' }).textContent).toMatch(
    /slot 1Quay 49626aa556 names · asked .* agoslot 2Harbours answered with 403/,
  )
})

it('a phone without phonebooks has no part for them', () => {
  renderWithAll(<Books deviceId={7} label="Gate" books={[]} />)
  expect(screen.queryByText('Phonebooks')).toBeNull()
})

it('the names that a model has no room for are told once somebody asks', async () => {
  const asked = serverSays({
    'GET /api/devices/7/phonebooks/2/left': { body: { names: ['Øvre Gate', 'Ytre Kai'], more: 3 } },
  })
  const book = {
    slot: 2,
    name: 'Quay',
    state: 'TAKEN' as const,
    words: '50 names; 5 more don’t fit',
    edition: '49626aa5',
    left: 5,
  }
  renderWithAll(<Books deviceId={7} label="Gate" books={[book]} />)
  expect(asked).toEqual([])
  fireEvent.click(screen.getByRole('button', { name: 'Which names don’t fit on Gate, slot 2' }))
  expect((await screen.findByRole('region', { name: 'Names that don’t fit' })).textContent).toBe(
    'Øvre Gate · Ytre Kai and 3 more',
  )
})
