// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { BeginRound } from './BeginRound'
import { Rounds } from './Rounds'

const AT = '2026-03-02T08:00:00Z'

const ROUND = {
  id: 2,
  name: 'Acceptance of Pier',
  who: 'Lena',
  perMinute: 12,
  begun: AT,
  ended: AT,
  cancelled: false,
  all: 3,
  passed: 1,
  half: 1,
  failed: 1,
}

const device = (id: number, state: string, why: string) => ({
  id,
  label: `Window ${id}`,
  mac: '',
  site: 'Pier',
  state,
  at: AT,
  out: state === 'PASSED' ? '200 OK' : '',
  in: '200 OK',
  why,
})

it('each device says what came of it, and leads to that moment', async () => {
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'Lena', role: 'TECHNICIAN' } },
    'GET /api/rounds': { body: [ROUND] },
    'GET /api/rounds/2': {
      body: {
        round: ROUND,
        devices: [
          device(1, 'PASSED', ''),
          device(2, 'HALF', 'It is called; that it calls has to be tried at the phone.'),
          device(3, 'FAILED', 'It has no dial tone. Lapsed.'),
        ],
      },
    },
  })
  renderWithAll(<Rounds />, '/fleet/rounds/2', '/fleet/rounds/:round?')
  expect(await screen.findByText('✓ works')).toBeTruthy()
  expect(screen.getByText('It has no dial tone. Lapsed.')).toBeTruthy()
  expect(screen.getAllByText(/1 of 3 work · 1 not · 1 to be tried at the phone/).length).toBeGreaterThan(0)
  expect(screen.getByText('Window 1').getAttribute('href')).toBe(`/fleet/1?moment=${encodeURIComponent(AT)}`)
  expect(screen.getByText('Protocol').getAttribute('href')).toBe('/api/rounds/2/protocol.html')
  expect(screen.queryByRole('button', { name: 'Cancel' })).toBeNull()
})

it('a site is called as a whole, and chosen devices by themselves', async () => {
  const asked = serverSays({ 'POST /api/rounds': { body: { id: 3, devices: 2, seconds: 20 } } })
  const { router } = renderWithAll(<BeginRound name="Acceptance" siteId={7} onClose={() => {}} />)
  fireEvent.click(screen.getByRole('button', { name: 'Call all of the site' }))
  await expect.poll(() => router.state.location.pathname).toBe('/fleet/rounds/3')
  expect(asked[0]?.body).toEqual({ name: 'Acceptance', perMinute: 12, siteId: 7 })
})

it('who has made none yet begins with a site where they are', async () => {
  const asked = serverSays({
    'GET /api/session': { body: { login: 'x', name: 'Lena', role: 'TECHNICIAN' } },
    'GET /api/ground': { body: { sites: [{ id: 7, name: 'Eskvik Pier' }] } },
    'GET /api/rounds': { body: [] },
    'POST /api/rounds': { body: { id: 3, devices: 2, seconds: 20 } },
  })
  const { router } = renderWithAll(<Rounds />, '/fleet/rounds', '/fleet/rounds/:round?')
  expect(await screen.findByText('No test calls were made in rounds yet')).toBeTruthy()
  fireEvent.change(await screen.findByLabelText('Call all of a site'), { target: { value: '7' } })
  expect(await screen.findByDisplayValue('Acceptance of Eskvik Pier')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Call all of the site' }))
  await expect.poll(() => router.state.location.pathname).toBe('/fleet/rounds/3')
  const posted = asked.find((a) => a.what === 'POST /api/rounds')
  expect(posted?.body).toMatchObject({ siteId: 7 })
})

it('who may only look begins none', async () => {
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'Oona', role: 'VIEWER' } },
    'GET /api/ground': { body: { sites: [{ id: 7, name: 'Eskvik Pier' }] } },
    'GET /api/rounds': { body: [] },
  })
  renderWithAll(<Rounds />, '/fleet/rounds', '/fleet/rounds/:round?')
  expect(await screen.findByText('No test calls were made in rounds yet')).toBeTruthy()
  expect(screen.queryByLabelText('Call all of a site')).toBeNull()
  expect(screen.queryByText(/Choose a site/)).toBeNull()
})
