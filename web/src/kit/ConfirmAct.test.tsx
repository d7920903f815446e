// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { ConfirmAct } from './ConfirmAct'

const gone = vi.fn()
beforeEach(() => void gone.mockReset())

const show = () =>
  renderWithAll(
    <ConfirmAct
      label="Remove"
      question="Remove firmware 2.4.1? It can’t be brought back."
      onConfirm={gone}
    />,
  )

it('one press removes nothing, and asks by name', () => {
  show()
  fireEvent.click(screen.getByRole('button', { name: 'Remove…' }))
  expect(gone).not.toHaveBeenCalled()
  expect(screen.getByText('Remove firmware 2.4.1? It can’t be brought back.')).toBeTruthy()
  expect(document.activeElement?.textContent).toBe('Keep')
})

it('the second one does it, once', () => {
  show()
  fireEvent.click(screen.getByRole('button', { name: 'Remove…' }))
  fireEvent.click(screen.getByRole('button', { name: 'Remove' }))
  expect(gone).toHaveBeenCalledOnce()
  expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull()
})

it.each(['Keep', 'Esc'])('%s leaves it', (way) => {
  show()
  fireEvent.click(screen.getByRole('button', { name: 'Remove…' }))
  if (way === 'Esc') fireEvent.keyDown(screen.getByRole('group'), { key: 'Escape' })
  else fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
  expect(gone).not.toHaveBeenCalled()
  expect(screen.getByRole('button', { name: 'Remove…' })).toBeTruthy()
})
