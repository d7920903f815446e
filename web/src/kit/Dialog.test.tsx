// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, it } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { Dialog } from './Dialog'

function Place() {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button onClick={() => setOpen(true)}>Edit…</button>
      {open && (
        <Dialog title="Edit" onClose={() => setOpen(false)}>
          <input aria-label="Label" />
        </Dialog>
      )}
    </>
  )
}

it('begins at its first field and gives the focus back to what opened it', () => {
  renderWithAll(<Place />)
  const opener = screen.getByRole('button', { name: 'Edit…' })
  opener.focus()
  fireEvent.click(opener)
  expect(document.activeElement).toBe(screen.getByLabelText('Label'))
  fireEvent.click(screen.getByRole('button', { name: 'Close' }))
  expect(document.activeElement).toBe(opener)
})

it('has no way out while it stays', () => {
  renderWithAll(
    <Dialog title="Sign in again" stays>
      <p>in</p>
    </Dialog>,
  )
  expect(screen.queryByRole('button', { name: 'Close' })).toBeNull()
})
