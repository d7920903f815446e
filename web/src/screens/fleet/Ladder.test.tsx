// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Ladder } from './Ladder'

const AT = '2026-03-02T08:00:00Z'

const step = (from: number, to: number, label: string, more: object = {}) => ({
  at: AT,
  from,
  to,
  label,
  bad: false,
  isMessage: true,
  ...more,
})

const exchange = (key: string, times: number, steps: object[]) => ({ key, first: AT, last: AT, times, steps })

const LADDER = {
  lanes: [
    { kind: 'PHONE', name: 'phone' },
    { kind: 'ROUTER', name: '203.0.113.1' },
    { kind: 'NODE', name: 'north' },
  ],
  exchanges: [
    exchange('register|a', 60, [
      step(0, 2, 'REGISTER 2416'),
      step(2, 0, '403 Forbidden', { bad: true }),
      step(2, 2, 'bans 203.0.113.1', { bad: true, isMessage: false }),
    ]),
  ],
}

const MESSAGE = {
  at: AT,
  node: 'north',
  peer: '203.0.113.1:5060',
  size: 612,
  words: [
    { name: 'To', value: '2416@v.example', words: 'the extension of line 1, as on record', bad: false },
    { name: 'User-Agent', value: '<script>alert(1)</script>', words: '', bad: true },
  ],
  raw: 'REGISTER sip:v.example SIP/2.0\r\n',
  callId: '',
}

const says = (ladder: object) =>
  serverSays({
    'GET /api/devices/9/ladder': { body: ladder },
    'GET /api/devices/9/ladder/message': { body: MESSAGE },
  })

it('steps stand between their lanes, and how often they went alike is told', async () => {
  says(LADDER)
  renderWithAll(<Ladder id={9} />)
  const drawn = await screen.findByRole('region', { name: 'What went to and fro' })
  expect(await within(drawn).findByText('REGISTER 2416')).toBeTruthy()
  expect(within(drawn).getByText('north')).toBeTruthy()
  expect(within(drawn).getByText('203.0.113.1')).toBeTruthy()
  expect(within(drawn).getByText(/the last of 60 alike/)).toBeTruthy()
  expect(
    within(drawn)
      .getByRole('button', { name: /bans 203/ })
      .hasAttribute('disabled'),
  ).toBe(true)
})

it('a message opens in words and as it came, and what is hostile in it is text', async () => {
  const asked = says(LADDER)
  renderWithAll(<Ladder id={9} />)
  const row = await screen.findByRole('button', { name: /403 Forbidden/ })
  fireEvent.click(row)
  const message = await screen.findByRole('region', { name: 'The message' })
  expect(asked.at(-1)?.query.get('key')).toBe('register|a')
  expect(asked.at(-1)?.query.get('step')).toBe('1')
  expect(within(message).getByText('the extension of line 1, as on record')).toBeTruthy()
  expect(message.textContent).toContain('<script>alert(1)</script>')
  expect(document.querySelector('script')).toBeNull()
  fireEvent.click(within(message).getByRole('button', { name: 'As it came' }))
  expect(within(message).getByText(/REGISTER sip:v.example SIP/)).toBeTruthy()
  fireEvent.click(row)
  expect(screen.queryByRole('region', { name: 'The message' })).toBeNull()
})

it('the newest exchanges are drawn, and the others when they are asked for', async () => {
  const many = Array.from({ length: 9 }, (_, i) =>
    exchange(`register|${i}`, 1, [step(0, 2, `REGISTER ${i}`)]),
  )
  says({ ...LADDER, exchanges: many })
  renderWithAll(<Ladder id={9} />)
  await screen.findByText('REGISTER 8')
  expect(screen.queryByText('REGISTER 2')).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: '3 earlier' }))
  expect(screen.getByText('REGISTER 0')).toBeTruthy()
})

it('where nothing was seen that is said', async () => {
  says({ lanes: [{ kind: 'PHONE', name: 'phone' }], exchanges: [] })
  renderWithAll(<Ladder id={9} />)
  expect(await screen.findByText('Nothing yet.')).toBeTruthy()
})

it('a message of a call leads to the casefile of that call, for who may have one', async () => {
  const opened = async (role: string) => {
    serverSays({
      'GET /api/session': { body: { login: 'm', name: 'Mats', role } },
      'GET /api/devices/9/ladder': { body: LADDER },
      'GET /api/devices/9/ladder/message': { body: { ...MESSAGE, callId: 'a b@192.0.2.1' } },
    })
    const view = renderWithAll(<Ladder id={9} />)
    fireEvent.click(await screen.findByRole('button', { name: /403 Forbidden/ }))
    await screen.findByRole('region', { name: 'The message' })
    return view
  }
  const mine = await opened('TECHNICIAN')
  expect((await screen.findByText('Casefile of this call')).getAttribute('href')).toBe(
    '/api/casefile/devices/9/call?callId=a+b%40192.0.2.1',
  )
  mine.unmount()
  await opened('VIEWER')
  await waitFor(() => expect(screen.queryByText('Casefile of this call')).toBeNull())
})
