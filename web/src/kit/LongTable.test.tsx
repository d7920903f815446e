// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { withSize } from '../test/withSize'
import { LongTable } from './LongTable'

withSize()

const ROWS = [
  { id: 1, name: 'Ida Sørvik', number: '2001' },
  { id: 2, name: 'Mats Lund', number: '2002' },
]

const table = (walked: number, onOpen?: (row: (typeof ROWS)[number]) => void) => (
  <LongTable
    label="People"
    columns={[
      { heading: 'Name', cell: (r) => r.name },
      { heading: 'Extension', cell: (r) => r.number },
    ]}
    rows={ROWS}
    keyOf={(r) => r.id}
    walked={walked}
    {...(onOpen ? { onOpen } : {})}
  />
)

it('a row is opened by a button that Tab reaches, once', () => {
  const onOpen = vi.fn()
  renderWithAll(table(-1, onOpen))
  const button = screen.getByRole('button', { name: 'Mats Lund' })
  button.focus()
  expect(document.activeElement).toBe(button)
  fireEvent.click(button)
  expect(onOpen).toHaveBeenCalledExactlyOnceWith(ROWS[1])
})

it('rows that open nothing have no button', () => {
  renderWithAll(table(-1))
  expect(screen.queryByRole('button')).toBeNull()
})

it('the row that the keys walk to is said', async () => {
  renderWithAll(table(1, () => {}))
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe('Mats Lund, 2002'))
})
