// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll } from '../../test/renderWithAll'
import { GridRow } from './GridRow'
import type { Row } from './queries'

const row = {
  number: 1,
  state: 'READY',
  cells: { label: 'Counter 1' },
  shown: {},
  problems: [],
  notes: [],
} as unknown as Row
const ground = { models: [] } as unknown as Schemas['Ground']

function inSight(onChange: (field: string, text: string) => void) {
  return renderWithAll(
    <table>
      <tbody>
        <GridRow
          room={975}
          row={row}
          columns={[{ field: 'label', heading: 'Label' } as Schemas['ColumnView']]}
          ground={ground}
          mayChange
          chosen={false}
          onFocus={() => {}}
          onChange={onChange}
          onRemove={() => {}}
        />
      </tbody>
    </table>,
  )
}

it('a draft in a row that is scrolled out of sight is sent, not lost', () => {
  const changed = vi.fn()
  const view = inSight(changed)
  fireEvent.focus(screen.getByLabelText('Label'))
  fireEvent.change(screen.getByLabelText('Label'), { target: { value: 'Counter 2' } })
  view.unmount()
  expect(changed.mock.calls).toEqual([['label', 'Counter 2']])
})

it('a cell that is only looked at sends nothing', () => {
  const changed = vi.fn()
  const view = inSight(changed)
  fireEvent.focus(screen.getByLabelText('Label'))
  view.unmount()
  expect(changed).not.toHaveBeenCalled()
})

it('what was sent when the cell was left is not sent again when its row goes', () => {
  const changed = vi.fn()
  const view = inSight(changed)
  fireEvent.focus(screen.getByLabelText('Label'))
  fireEvent.change(screen.getByLabelText('Label'), { target: { value: 'Counter 2' } })
  fireEvent.blur(screen.getByLabelText('Label'))
  view.unmount()
  expect(changed).toHaveBeenCalledTimes(1)
})
