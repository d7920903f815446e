// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { Problem } from '../api/problem'
import { renderWithAll } from '../test/renderWithAll'
import { type Asked, Shown } from './Shown'

const asked = (more: Partial<Asked<number[]>>): Asked<number[]> => ({
  data: undefined,
  error: null,
  isPending: false,
  isError: false,
  refetch: () => {},
  ...more,
})

const show = (query: Asked<number[]>) =>
  renderWithAll(
    <Shown query={query} what="What is held">
      {(rows) => <p>{rows.length === 0 ? 'No device is held' : `${rows.length} held`}</p>}
    </Shown>,
  )

const failed = { isError: true, error: new Problem(500, 'Something went wrong here.', []) }

it('an answer that is still to come is no good news', () => {
  show(asked({ isPending: true }))
  expect(screen.getByRole('status').textContent).toBe('What is held is being loaded…')
  expect(screen.queryByText('No device is held')).toBeNull()
})

it('a failed one is told with why, and can be asked for again', () => {
  const refetch = vi.fn()
  show(asked({ ...failed, refetch }))
  expect(screen.getByRole('alert').textContent).toContain(
    'What is held can’t be shown: Something went wrong here.',
  )
  expect(screen.queryByText('No device is held')).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }))
  expect(refetch).toHaveBeenCalledOnce()
})

it('nothing is told as nothing only when that was answered', () => {
  show(asked({ data: [] }))
  expect(screen.getByText('No device is held')).toBeTruthy()
})

it('an earlier answer stays, and says that it is one', () => {
  show(asked({ ...failed, data: [1, 2] }))
  expect(screen.getByText('2 held')).toBeTruthy()
  expect(screen.getByRole('alert').textContent).toContain('as it was a while ago')
})
