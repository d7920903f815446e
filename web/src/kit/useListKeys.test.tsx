// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { useListKeys } from './useListKeys'

const opened = vi.fn()
beforeEach(() => void opened.mockReset())

function List() {
  const at = useListKeys({ count: 3, onOpen: opened })
  return (
    <>
      <output>row {at}</output>
      <input aria-label="a text" />
      <input aria-label="a tick" type="checkbox" />
      <div contentEditable suppressContentEditableWarning data-testid="editor">
        <span data-testid="line">text</span>
      </div>
    </>
  )
}

it.each([
  ['a text', 'row -1'],
  ['a tick', 'row 0'],
])('a letter typed on %s: %s', (label, row) => {
  renderWithAll(<List />)
  fireEvent.keyDown(screen.getByLabelText(label), { key: 'j' })
  expect(screen.getByRole('status').textContent).toBe(row)
})

it('an editor takes its letters itself, wherever in it the caret stands', () => {
  renderWithAll(<List />)
  fireEvent.keyDown(screen.getByTestId('line'), { key: 'j' })
  expect(screen.getByRole('status').textContent).toBe('row -1')
})

it('j and k walk the list otherwise', () => {
  renderWithAll(<List />)
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'k' })
  expect(screen.getByRole('status').textContent).toBe('row 0')
})

it('keys faster than the list is drawn open the row that was walked to', () => {
  renderWithAll(<List />)
  // Outside of act(): nothing is drawn in between.
  for (const key of ['j', 'j', 'Enter'])
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  expect(opened).toHaveBeenCalledExactlyOnceWith(1)
})
