// @vitest-environment happy-dom
import { act, fireEvent, screen } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { AddExtension } from './AddExtension'

const domain = { id: 1, name: 'Copper Ferry', blocks: [{ purpose: 'crew', first: 2000, last: 2499 }] }

function show() {
  let arrive = () => {}
  const after = new Promise<void>((done) => (arrive = done))
  const asked = serverSays({
    'GET /api/extensions/next': { body: { number: '2007' }, after },
    'POST /api/extensions': { body: { id: 9 } },
  })
  renderWithAll(<AddExtension domain={domain as never} onClose={vi.fn()} />)
  return { asked, arrive: () => act(async () => arrive()) }
}

it('the next free number is not put behind the digits that somebody is typing when it arrives', async () => {
  const { arrive } = show()
  const number = screen.getByLabelText<HTMLInputElement>('Number')
  await arrive()
  await screen.findByText(/the next free one, 2007/)
  expect(number.value).toBe('')
  fireEvent.change(number, { target: { value: '2440' } })
  expect(screen.getByRole('button', { name: 'Add 2440' })).toBeDefined()
})

it('without a number of one’s own the next free one is added', async () => {
  const { asked, arrive } = show()
  await arrive()
  fireEvent.click(await screen.findByRole('button', { name: 'Add 2007' }))
  await vi.waitFor(() =>
    expect(asked.find((a) => a.what === 'POST /api/extensions')?.body).toMatchObject({ number: '2007' }),
  )
})
