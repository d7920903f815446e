// @vitest-environment happy-dom
import { expect, it } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { CutMiddle } from './CutMiddle'

it.each(['Ticket window 9', 'Quay help-point by the northern gate 7', ''])('“%s” reads as it is', (text) => {
  expect(renderWithAll(<CutMiddle text={text} />).container.textContent).toBe(text)
})

it('the end of a long one stands apart, so that it is never what is cut', () => {
  const { container } = renderWithAll(<CutMiddle text="Quay help-point by the northern gate 7" />)
  expect(container.querySelector('span')?.lastElementChild?.textContent).toBe('gate 7')
})
