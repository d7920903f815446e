// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll } from '../../test/renderWithAll'
import { Lamps } from './Lamps'

it('dark lamps come first, with why', () => {
  renderWithAll(
    <Lamps
      lamps={[
        {
          place: 'key 3',
          number: '2400',
          caption: 'Radio',
          state: 'TOLD',
          until: '2026-03-02T09:30:00Z',
          words: '',
        },
        { place: 'key 4', number: '2401', caption: 'Ida', state: 'WAITING', words: 'it is about to ask' },
        { place: 'key 5', number: '2499', caption: '', state: 'DARK', words: '404 Not Found' },
      ]}
    />,
  )
  const rows = screen.getByRole('region', { name: 'Lamps' }).textContent
  expect(rows).toMatch(
    /key 5.*2499.*dark: 404 Not Found.*key 3.*2400 Radio.*told, asks again by.*key 4.*about to ask/,
  )
})

it('a phone without such keys has no part for them', () => {
  renderWithAll(<Lamps lamps={[]} />)
  expect(screen.queryByText('Lamps')).toBeNull()
})
