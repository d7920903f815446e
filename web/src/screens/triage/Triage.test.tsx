// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Triage } from './Triage'

const held = (id: number, label: string, sentence: string, site = 'Eskvik Pier') => ({
  id,
  mac: `02-4B-7A-00-53-0${id}`,
  label,
  model: 'Korrin K24',
  site,
  rail: 'pppppph--',
  sentence,
})

const CAUSES = [
  {
    cause: 'wrong-password',
    variant: '2417',
    title: 'A wrong password',
    sentence: 'It used 2417’s password.',
    stop: 'ACCEPTED',
    since: '2026-03-02T08:00:00Z',
    count: 2,
    devices: [
      held(1, 'Ticket window 4', 'It used 2417’s password.'),
      held(2, 'Café till', 'It used 2418’s.'),
    ],
  },
  {
    cause: 'name-not-found',
    variant: 'x',
    title: 'Its registrar’s name is not found',
    sentence: 'The name is not found.',
    stop: 'LOCATED',
    since: null,
    count: 5,
    devices: [held(3, 'Gate office', 'The name is not found.')],
  },
]

const show = (causes: object[], at = '/triage') => {
  serverSays({ 'GET /api/triage': { body: causes } })
  return renderWithAll(
    <Routes>
      <Route path="/triage/:cause?" element={<Triage />} />
    </Routes>,
    at,
  )
}

it('with nobody held it says so and shows no list', async () => {
  show([])
  expect(await screen.findByText('No device is held')).toBeTruthy()
})

it('the first cause is open, its devices with what each did and what they share', async () => {
  show(CAUSES)
  expect(await screen.findByText('7 devices held or silent · 2 causes')).toBeTruthy()
  expect(screen.getByRole('heading', { name: 'A wrong password' })).toBeTruthy()
  expect(screen.getByText('2 devices, held at Accepted')).toBeTruthy()
  expect(screen.getByText('All of them: Eskvik Pier, Korrin K24.')).toBeTruthy()
  const rows = within(screen.getByRole('table')).getAllByRole('row').slice(1)
  expect(rows.map((r) => r.textContent)).toEqual([
    expect.stringContaining('It used 2417’s password.'),
    expect.stringContaining('It used 2418’s.'),
  ])
  expect(screen.getByRole('link', { name: 'Café till' }).getAttribute('href')).toBe('/fleet/2')
})

it('another cause is opened at its own address, and more devices than are listed are counted', async () => {
  const { router } = show(CAUSES)
  const other = await screen.findByRole('link', { name: /Its registrar’s name/ })
  expect(other.textContent).toContain('Gate office and 4 more')
  fireEvent.click(other)
  expect(await screen.findByText('5 devices, held at Located')).toBeTruthy()
  expect(decodeURIComponent(router.state.location.pathname)).toBe('/triage/name-not-found~x')
})

it('keys walk the causes and open one', async () => {
  const { router } = show(CAUSES)
  await screen.findByText(/held or silent/)
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'Enter' })
  expect(decodeURIComponent(router.state.location.pathname)).toBe('/triage/name-not-found~x')
})
