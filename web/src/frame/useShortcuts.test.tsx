// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { useLocation } from 'react-router'
import { expect, it } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { SUBJECTS } from '../subjects'
import { useShortcuts } from './useShortcuts'

function Place() {
  useShortcuts(SUBJECTS, () => {})
  return (
    <>
      <output>{useLocation().pathname}</output>
      <textarea aria-label="note" />
      <input type="checkbox" aria-label="chosen" />
    </>
  )
}

const press = (target: Element, ...letters: string[]) =>
  letters.forEach((key) => void fireEvent.keyDown(target, { key }))

it('g and a letter go to a screen', () => {
  renderWithAll(<Place />, '/lab')
  press(document.body, 'g', 'f')
  expect(screen.getByRole('status').textContent).toBe('/fleet')
})

it('letters that are typed go nowhere', () => {
  renderWithAll(<Place />, '/lab')
  press(screen.getByLabelText('note'), 'g', 'f', 'e', '/')
  expect(screen.getByRole('status').textContent).toBe('/lab')
})

it('a box that was ticked does not take them away', () => {
  renderWithAll(<Place />, '/lab')
  press(screen.getByLabelText('chosen'), 'g', 't')
  expect(screen.getByRole('status').textContent).toBe('/templates')
})
