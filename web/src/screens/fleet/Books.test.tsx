// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll } from '../../test/renderWithAll'
import { Books } from './Books'

it('each slot tells which edition the phone has, or why it has none', () => {
  renderWithAll(
    <Books
      books={[
        {
          slot: 1,
          name: 'Quay',
          state: 'TAKEN',
          words: '56 names',
          edition: '49626aa5',
          at: '2026-03-02T09:30:00Z',
        },
        { slot: 2, name: 'Harbours', state: 'REFUSED', words: 'answered with 403', edition: '' },
      ]}
    />,
  )
  expect(screen.getByRole('region', { name: 'Phonebooks' }).textContent).toMatch(
    /slot 1Quay 49626aa556 names · asked .* agoslot 2Harbours answered with 403/,
  )
})

it('a phone without phonebooks has no part for them', () => {
  renderWithAll(<Books books={[]} />)
  expect(screen.queryByText('Phonebooks')).toBeNull()
})
