// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { ActList } from './ActList'

const act = (id: number, title: string, undone = false) => ({
  id,
  at: '2026-03-02T08:00:00Z',
  who: 'Lena Ravn',
  title,
  undone,
  turnedAt: null,
  turnedBy: undone ? 'Mats Lind' : '',
})

const show = (acts: object[], role = 'TECHNICIAN', undo: object = { status: 204 }) => {
  const asked = serverSays({
    'GET /api/acts': { body: acts },
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'GET /api/ground': { body: { kept: { cleared: 30, undo: 90 }, domains: [] } },
    'POST /api/acts/1/undo': undo,
    'POST /api/acts/2/redo': { status: 204 },
  })
  renderWithAll(<ActList />)
  return asked
}

it('what was done is taken back, and what was taken back is done again', async () => {
  const asked = show([act(1, 'changed extension 2416'), act(2, 'removed site Pier', true)])
  await screen.findByText('changed extension 2416')
  expect(screen.getByText(/taken back by Mats Lind/)).toBeTruthy()
  expect(await screen.findByText(/For 90 days each can be taken back/)).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }))
  await waitFor(() => expect(asked.map((a) => a.what)).toContain('POST /api/acts/1/undo'))
  await waitFor(() =>
    expect((screen.getByRole('button', { name: 'Do it again' }) as HTMLButtonElement).disabled).toBe(false),
  )
  fireEvent.click(screen.getByRole('button', { name: 'Do it again' }))
  await waitFor(() => expect(asked.map((a) => a.what)).toContain('POST /api/acts/2/redo'))
})

it('why something can’t be taken back stands at it', async () => {
  show([act(1, 'made extension 2416')], 'TECHNICIAN', {
    status: 422,
    body: {
      detail: '2416 is on Ticket window 4 since.',
      fields: [{ pointer: '/', reason: '2416 is on Ticket window 4 since.', hint: 'Take it off first.' }],
    },
  })
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }))
  expect(await screen.findByText(/2416 is on Ticket window 4 since/)).toBeTruthy()
})

it('who only looks takes nothing back', async () => {
  show([act(1, 'made extension 2416')], 'VIEWER')
  await screen.findByText('made extension 2416')
  await waitFor(() => expect(screen.queryByRole('button')).toBeNull())
})

it('with nothing done it says so', async () => {
  show([])
  expect(await screen.findByText('Nothing was done yet')).toBeTruthy()
})
