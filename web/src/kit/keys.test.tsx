// @vitest-environment happy-dom
import { fireEvent, render, screen } from '@testing-library/react'
import { useLayoutEffect } from 'react'
import { expect, it, vi } from 'vitest'
import { useKey } from './keys'

function Pressed({ act, children }: { act: () => void; children?: React.ReactNode }) {
  useKey('n', act)
  return <main>{children}</main>
}

it('a key is heard from the moment at which the screen is there', () => {
  const act = vi.fn()
  function AtOnce() {
    useLayoutEffect(() => void window.dispatchEvent(new KeyboardEvent('keydown', { key: 'n' })), [])
    return <Pressed act={act} />
  }
  render(<AtOnce />)
  expect(act).toHaveBeenCalledOnce()
})

it.each(['ctrlKey', 'metaKey', 'altKey'])('with %s it is the browser’s', (held) => {
  const act = vi.fn()
  render(<Pressed act={act} />)
  fireEvent.keyDown(document.body, { key: 'n', [held]: true })
  expect(act).not.toHaveBeenCalled()
})

it('where somebody types it is a letter, and under a window it is not for what lies beneath', () => {
  const act = vi.fn()
  const view = render(
    <Pressed act={act}>
      <input aria-label="name" />
    </Pressed>,
  )
  fireEvent.keyDown(screen.getByLabelText('name'), { key: 'n' })
  view.rerender(
    <Pressed act={act}>
      <dialog open />
    </Pressed>,
  )
  fireEvent.keyDown(document.body, { key: 'n' })
  expect(act).not.toHaveBeenCalled()
  view.rerender(<Pressed act={act} />)
  fireEvent.keyDown(document.body, { key: 'n' })
  expect(act).toHaveBeenCalledOnce()
})

it('the letter that opens something is not typed into it', () => {
  render(<Pressed act={() => {}} />)
  expect(fireEvent.keyDown(document.body, { key: 'n' })).toBe(false)
  expect(fireEvent.keyDown(document.body, { key: 'm' })).toBe(true)
})
