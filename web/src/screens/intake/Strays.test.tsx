// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { placed } from '../../kit/placed'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Strays } from './Strays'

const STRAY = {
  id: 5,
  domain: 'voice.tarnholm.example',
  number: '2416',
  address: '127.0.0.1:5123',
  agent: 'Handset/0.9',
  mac: '',
  claims: '',
  claimsId: null,
  firstAt: '2026-03-02T08:00:00Z',
  lastAt: '2026-03-02T08:00:00Z',
  times: 3,
  outcome: '403 Forbidden',
  registered: false,
  until: null,
  password: 'an earlier password',
  holder: 'Ticket window 4',
  holderId: 30,
  ignored: false,
  refused: false,
  deviceId: null,
}

function show(strays: object[], mayAct = true) {
  const asked = serverSays({
    'GET /api/strays': { body: strays },
    'POST /api/strays/5/ignored': { status: 204 },
    'POST /api/strays/5/refused': { status: 204 },
  })
  const onEnrol = vi.fn()
  const onOpen = vi.fn()
  renderWithAll(<Strays mayAct={mayAct} onEnrol={onEnrol} onOpen={onOpen} />)
  return { asked, onEnrol, onOpen }
}

it('says what came of it, with which password, and who has the number on record', async () => {
  show([STRAY])
  const section = await screen.findByRole('region', { name: 'Strays' })
  await screen.findByText('403 Forbidden')
  expect(section.textContent).toContain('403 Forbidden with an earlier password, from 127.0.0.1:5123')
  expect(section.textContent).toContain('2416 is on record for Ticket window 4.')
})

it('one that says that it is an enrolled device is told as that', async () => {
  show([{ ...STRAY, claims: 'Ticket window 4' }])
  expect(
    await screen.findByText(/It says that it is Ticket window 4, which is registered elsewhere/),
  ).toBeTruthy()
})

it('refusing is asked about first, since somebody’s phone may hang on it', async () => {
  const { asked } = show([STRAY])
  fireEvent.click(await screen.findByRole('button', { name: 'Refuse…' }))
  expect(asked.some((a) => a.what.includes('/refused'))).toBe(false)
  fireEvent.click(screen.getByRole('button', { name: 'Refuse' }))
  await waitFor(() => expect(asked.some((a) => a.what === 'POST /api/strays/5/refused')).toBe(true))
})

it('enrolling hands the stray over', async () => {
  const { onEnrol } = show([STRAY])
  fireEvent.click(await screen.findByRole('button', { name: 'Enrol' }))
  expect(onEnrol).toHaveBeenCalledWith(STRAY)
})

it('a viewer sees them and has nothing to press but the list of all', async () => {
  show([STRAY], false)
  await screen.findByText('403 Forbidden')
  expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual(['All'])
})

it('one that is known by now leads to its device', async () => {
  const { onOpen } = show([{ ...STRAY, deviceId: 30 }])
  fireEvent.click(await screen.findByRole('button', { name: 'Open its device' }))
  expect(onOpen).toHaveBeenCalledWith(30)
})

it.each([
  [['2416'], ['2416', '2417']],
  [
    ['2416', ''],
    ['2416', '2417'],
  ],
  [[], ['2417']],
])('among %j the number goes to the first free line', (numbers, expected) => {
  expect(placed(numbers, '2417')).toEqual(expected)
})
