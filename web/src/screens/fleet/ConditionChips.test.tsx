// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll } from '../../test/renderWithAll'
import { ConditionChips } from './ConditionChips'

const COUNTS = [
  { name: 'HELD', devices: 13 },
  { name: 'PROVEN', devices: 2 },
]

const show = (chosen: string) => {
  const onChoose = vi.fn()
  renderWithAll(<ConditionChips counts={COUNTS} chosen={chosen} onChoose={onChoose} />)
  return onChoose
}

it('only conditions in which devices are can be chosen', () => {
  show('')
  expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual(['held 13', 'proven 2'])
})

it('a press shows only those, and another one all again', () => {
  const onChoose = show('HELD')
  const held = screen.getByRole('button', { name: 'held 13' })
  expect(held.getAttribute('aria-pressed')).toBe('true')
  fireEvent.click(held)
  expect(onChoose).toHaveBeenLastCalledWith('')
  fireEvent.click(screen.getByRole('button', { name: 'proven 2' }))
  expect(onChoose).toHaveBeenLastCalledWith('PROVEN')
})

it('the chosen one stays when the last device has left it', () => {
  show('SILENT')
  expect(screen.getByRole('button', { name: 'silent 0' })).toBeTruthy()
})
