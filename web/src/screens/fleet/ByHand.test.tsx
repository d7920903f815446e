// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Before } from './Before'
import { ByHandLines } from './ByHandLines'
import { CredentialsCard } from './CredentialsCard'
import { Seen } from './Seen'

const line = (position: number, number: string, state: string) => ({
  position,
  number,
  displayName: '',
  state,
  until: null,
  contact: '',
  node: state === 'registered' ? 'north' : '',
})

const device = (more: object) =>
  ({
    id: 9,
    label: 'Bridge handset',
    mac: '02-4B-7A-00-53-1C',
    version: 4,
    modelLines: 3,
    lines: [line(1, '2416', 'not registered')],
    byHandLines: [],
    ...more,
  }) as unknown as Schemas['DeviceSheet']

const CARD = [
  {
    line: 1,
    number: '2416',
    extensionId: 7,
    rows: [
      { what: 'Number', value: '2416', hint: 'also called user name' },
      { what: 'Password', value: '', hint: '' },
      { what: 'Port', value: '', hint: 'empty, or 5060 without SRV' },
    ],
  },
]

it('the card stands in the order of typing, its password asked for by itself', async () => {
  serverSays({
    'GET /api/devices/9/card': { body: CARD },
    'GET /api/session': { body: { role: 'TECHNICIAN' } },
  })
  renderWithAll(<CredentialsCard device={device({})} onClose={() => {}} />)
  await screen.findByText('2416', { selector: 'td *' })
  expect([...document.querySelectorAll('th')].map((th) => th.textContent)).toEqual([
    'Number',
    'Password',
    'Port',
  ])
  expect(screen.getByText('••••••••••••')).toBeTruthy()
  expect(screen.getByText('(empty)')).toBeTruthy()
  // On paper nothing but the card is left: it says itself whose it is.
  expect(document.querySelector('.print-me h2')?.textContent).toBe('Bridge handset 02-4B-7A-00-53-1C')
  expect(screen.getByRole('button', { name: 'Copy Number' })).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'Copy Port' })).toBeNull()
})

it.each([
  ['not registered', 'waiting for its first registration'],
  ['registered', 'registered at north'],
  ['refused', 'refused: see its sheet'],
])('beside a line that is %s stands “%s”', async (state, words) => {
  serverSays({
    'GET /api/devices/9/card': { body: CARD },
    'GET /api/session': { body: { role: 'TECHNICIAN' } },
  })
  renderWithAll(<CredentialsCard device={device({ lines: [line(1, '2416', state)] })} onClose={() => {}} />)
  expect(await screen.findByText(words)).toBeTruthy()
})

const BY_HAND = [{ number: '2430', contact: 'sip:2430@x', node: 'north', until: '2026-03-02T08:00:00Z' }]

it('a number that somebody typed is put on record as the next line', async () => {
  const asked = serverSays({ 'PUT /api/devices/9/lines': { body: {} } })
  renderWithAll(<ByHandLines device={device({ byHandLines: BY_HAND })} mayAct />)
  fireEvent.click(screen.getByRole('button', { name: 'Put it on record as line 2' }))
  await waitFor(() =>
    expect(asked.find((a) => a.what.startsWith('PUT'))?.body).toEqual({
      numbers: ['2416', '2430'],
      version: 4,
    }),
  )
})

it('where no line is left it is only told', () => {
  serverSays({})
  renderWithAll(<ByHandLines device={device({ byHandLines: BY_HAND, modelLines: 1 })} mayAct />)
  expect(screen.getByText('2430')).toBeTruthy()
  expect(screen.queryByRole('button', { name: /on record/ })).toBeNull()
  expect(screen.getByRole('button', { name: 'Leave it alone' })).toBeTruthy()
})

it('a number is left alone for good, and told again when that is wished', async () => {
  const left = '/api/devices/9/by-hand-lines/2430/left-alone'
  const asked = serverSays({ [`POST ${left}`]: { status: 204 }, [`DELETE ${left}`]: { status: 204 } })
  const { unmount } = renderWithAll(<ByHandLines device={device({ byHandLines: BY_HAND })} mayAct />)
  fireEvent.click(screen.getByRole('button', { name: 'Leave it alone' }))
  await waitFor(() => expect(asked.map((a) => a.what)).toContain(`POST ${left}`))
  unmount()
  const kept = BY_HAND.map((l) => ({ ...l, leftAlone: true }))
  renderWithAll(<ByHandLines device={device({ byHandLines: kept })} mayAct />)
  expect(screen.getByText(/left alone/)).toBeTruthy()
  expect(screen.queryByRole('button', { name: /on record/ })).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Tell it again' }))
  await waitFor(() => expect(asked.map((a) => a.what)).toContain(`DELETE ${left}`))
})

it('a card is printed with its passwords once, by one who says why', async () => {
  serverSays({
    'GET /api/devices/9/card': { body: CARD },
    'GET /api/session': { body: { role: 'TECHNICIAN' } },
    'POST /api/devices/9/card/print': (body) =>
      (body as { reason: string }).reason === ''
        ? {
            status: 422,
            body: { fields: [{ pointer: '/reason', reason: 'The reason is missing.', hint: 'Write one.' }] },
          }
        : { body: [{ line: 1, password: 'gull-slipway-12' }] },
  })
  const print = vi.fn()
  vi.stubGlobal('print', print)
  renderWithAll(<CredentialsCard device={device({})} onClose={() => {}} />)
  fireEvent.click(await screen.findByRole('button', { name: 'Print with the passwords…' }))
  fireEvent.click(screen.getByRole('button', { name: 'Print once' }))
  await screen.findByText(/The reason is missing/)
  expect(print).not.toHaveBeenCalled()
  fireEvent.change(screen.getByLabelText(/Why they are/), { target: { value: 'for the bridge' } })
  fireEvent.click(screen.getByRole('button', { name: 'Print once' }))
  await screen.findByText('gull-slipway-12')
  expect(print).toHaveBeenCalledOnce()
  fireEvent(window, new Event('afterprint'))
  await waitFor(() => expect(screen.queryByText('gull-slipway-12')).toBeNull())
})

it('who only looks prints no passwords', async () => {
  serverSays({
    'GET /api/devices/9/card': { body: CARD },
    'GET /api/session': { body: { role: 'VIEWER' } },
  })
  renderWithAll(<CredentialsCard device={device({})} onClose={() => {}} />)
  await screen.findByText('Number')
  expect(screen.queryByRole('button', { name: /Print/ })).toBeNull()
})

const past = (n: number) => ({
  cause: 'wrong-password',
  line: 1,
  sentence: `It used password ${n}.`,
  opened: `2026-03-0${n}T08:00:00Z`,
  closed: `2026-03-0${n}T08:20:00Z`,
  closing: 'after Lena Ravn released 31',
})

it('what it suffered from before says how long and after what it ended', () => {
  renderWithAll(<Before past={[1, 2, 3, 4].map(past)} several={false} />)
  expect(screen.getAllByRole('listitem')).toHaveLength(3)
  expect(screen.getAllByText(/after 20 min · after Lena Ravn released 31/)).toHaveLength(3)
  fireEvent.click(screen.getByRole('button', { name: '1 more' }))
  expect(screen.getAllByRole('listitem')).toHaveLength(4)
})

it('nothing before, nothing said', () => {
  renderWithAll(<Before past={[]} several />)
  expect(screen.queryByText('Before')).toBeNull()
})

it('evidence that was let go is told with its date', () => {
  renderWithAll(<Seen seen={[]} letGo={{ until: '2026-11-12T00:00:00Z', episodes: 412 }} />)
  expect(screen.getByText(/Evidence before 12 Nov 2026 was let go \(412 entries\)/)).toBeTruthy()
})
