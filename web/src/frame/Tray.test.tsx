// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { Tray } from './Tray'

const nothing = {
  knocks: 0,
  strays: 0,
  causes: 0,
  pending: 0,
  pendingReady: 0,
  unreleased: [],
  wavesRunning: 0,
  wavesStopped: 0,
}
const running = { who: 'Lena Ravn', done: 120, of: 4_000 }

it('a release that somebody else makes is seen wherever one is, and can be called off', async () => {
  const asked = serverSays({
    'GET /api/frame': { body: nothing },
    'GET /api/unpublished': { body: [] },
    'GET /api/releases/making': { body: running },
    'DELETE /api/releases/making': { status: 204 },
  })
  renderWithAll(<Tray mayRelease />)
  expect(await screen.findByText('Lena Ravn releases: 120 of 4,000 devices are done')).toBeTruthy()
  fireEvent.click(screen.getByText('Call it off'))
  await screen.findByRole('status')
  expect(asked.map((a) => a.what)).toContain('DELETE /api/releases/making')
})

it('a refusal to call it off is shown where the press was', async () => {
  serverSays({
    'GET /api/frame': { body: nothing },
    'GET /api/unpublished': { body: [] },
    'GET /api/releases/making': { body: running },
    'DELETE /api/releases/making': { status: 403, body: {} },
  })
  renderWithAll(<Tray mayRelease />)
  fireEvent.click(await screen.findByText('Call it off'))
  expect((await screen.findByRole('alert')).textContent).toBe('Your role does not allow this.')
})

it('whoever only looks sees it and is offered nothing', async () => {
  serverSays({
    'GET /api/frame': { body: nothing },
    'GET /api/unpublished': { body: [] },
    'GET /api/releases/making': { body: running },
  })
  renderWithAll(<Tray mayRelease={false} />)
  expect(await screen.findByText(/Lena Ravn releases/)).toBeTruthy()
  expect(screen.queryByText('Call it off')).toBeNull()
})

it('with nothing to release it is not there', async () => {
  const asked = serverSays({
    'GET /api/frame': { body: nothing },
    'GET /api/unpublished': { body: [] },
    'GET /api/releases/making': { body: { who: '', done: 0, of: 0 } },
  })
  const view = renderWithAll(<Tray mayRelease />)
  await expect.poll(() => asked.length).toBe(3)
  expect(view.container.textContent).toBe('')
})

it('a phonebook that is not published is told with what changes and by whom, and leads there', async () => {
  serverSays({
    'GET /api/frame': { body: nothing },
    'GET /api/releases/making': { body: { who: '', done: 0, of: 0 } },
    'GET /api/unpublished': {
      body: [{ id: 3, name: 'Quay', words: '1 name more', who: 'Mats Nyborg', what: 'added Ida Sørvik' }],
    },
  })
  renderWithAll(<Tray mayRelease={false} />)
  const link = await screen.findByRole('link', {
    name: 'Phonebook Quay is not published: 1 name more, by Mats Nyborg',
  })
  expect(link.getAttribute('href')).toBe('/directory/3')
})
