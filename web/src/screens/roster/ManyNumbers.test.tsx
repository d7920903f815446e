// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { ManyNumbers } from './ManyNumbers'

const IMPACT = {
  total: 2,
  shown: [{ number: '+999 55 01 24 16', now: true, was: 'It rings A.', is: 'It rings B.' }],
}

it('only what is ticked is sent, once it was said what rings elsewhere', async () => {
  const asked = serverSays({
    'POST /api/outside-numbers/many/impact': { body: IMPACT },
    'POST /api/outside-numbers/many': { body: { actId: 9 } },
  })
  const close = vi.fn()
  renderWithAll(<ManyNumbers domainId={1} q="harbour" onClose={close} />)
  expect(screen.getByRole('heading', { name: 'Change the outside numbers with “harbour”' })).toBeTruthy()
  const keep = screen.getByRole('button', { name: 'Change them' })
  expect(keep.hasAttribute('disabled')).toBe(true)
  expect(screen.getByLabelText('Note').hasAttribute('disabled')).toBe(true)
  fireEvent.click(screen.getByLabelText('Change Rings'))
  fireEvent.change(screen.getByLabelText('Rings'), { target: { value: '2406' } })
  expect(await screen.findByText('2 numbers lead elsewhere from then on.')).toBeTruthy()
  fireEvent.click(keep)
  await waitFor(() => expect(close).toHaveBeenCalled())
  expect(asked.find((a) => a.what === 'POST /api/outside-numbers/many')?.body).toEqual({
    domainId: 1,
    q: 'harbour',
    extension: '2406',
  })
})

it('what is wrong is said at its field', async () => {
  serverSays({
    'POST /api/outside-numbers/many/impact': {
      status: 422,
      body: { detail: 'x', fields: [{ pointer: '/extension', reason: 'There is no extension.', hint: '' }] },
    },
  })
  renderWithAll(<ManyNumbers domainId={1} q="" onClose={() => {}} />)
  fireEvent.click(screen.getByLabelText('Change Rings'))
  expect(await screen.findByText(/There is no extension\./)).toBeTruthy()
})

it('what is unticked again is left alone', () => {
  serverSays({ 'POST /api/outside-numbers/many/impact': { body: { total: 0, shown: [] } } })
  renderWithAll(<ManyNumbers domainId={1} q="" onClose={() => {}} />)
  fireEvent.click(screen.getByLabelText('Change Note'))
  fireEvent.click(screen.getByLabelText('Change Note'))
  expect(screen.getByRole('button', { name: 'Change them' }).hasAttribute('disabled')).toBe(true)
})
