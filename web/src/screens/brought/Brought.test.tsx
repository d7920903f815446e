// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Brought } from './Brought'
import { size } from './queries'

const AT = '2026-03-02T09:05:00Z'

const brought = (more: object = {}) => ({
  id: 4,
  name: 'router.pcapng',
  kind: 'capture',
  state: 'READ',
  who: 'Lena',
  begun: AT,
  bytes: 14_500_000,
  packets: 38_866,
  sip: 17_443,
  first: AT,
  last: AT,
  trouble: '',
  devices: 1,
  ...more,
})

const DEVICE = {
  id: 30,
  label: 'Ticket window 4',
  mac: '02-4B-7A-00-53-1C',
  site: 'Eskvik Pier',
  matchedBy: ['its instance', 'its address'],
  first: AT,
  last: AT,
  seen: 12,
  held: true,
  sentence: 'It used extension 2417’s password.',
}

const say = (role: string, one: object, more: object = {}) =>
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'Lena', role } },
    'GET /api/brought/syslog': { body: { address: 'udp 127.0.0.1:5514', taken: 2, passedOver: 1 } },
    'GET /api/brought': { body: [one] },
    'GET /api/brought/4': {
      body: {
        brought: one,
        doubts: ['3 packets went by TLS, which nobody can read from outside.'],
        devices: [DEVICE],
        strangers: [
          { mac: '', number: '2999', domain: 'v.example', host: '192.0.2.9', seen: 4, last: AT, answer: '' },
          {
            mac: '02-4B-7A-0F-00-44',
            number: '',
            domain: '',
            host: '192.0.2.9',
            seen: 2,
            last: AT,
            answer: '404 to 024b7a0f0044.conf',
          },
        ],
        ...more,
      },
    },
    'GET /api/brought/4/devices/30': {
      body: {
        words: 'The last answer to it was “403 Forbidden” from north.',
        findings: [{ certainty: 'CERTAIN', sentence: DEVICE.sentence, detail: '', evidence: ['403'] }],
        blind: ['Which configuration it has can’t be seen from there.'],
        matchedBy: ['its instance'],
        ladder: { lanes: [], exchanges: [] },
      },
    },
    'POST /api/brought': { body: { id: 5, key: 'k3y', feed: 'http://127.0.0.1:1/feed/5' } },
    'POST /api/brought/4/cancel': {},
  })

const show = () => renderWithAll(<Brought />, '/triage/brought/4', '/triage/brought/:brought?')

it('a device in it opens beneath its row, with what can’t be seen', async () => {
  say('TECHNICIAN', brought())
  show()
  expect(await screen.findByText('1 device in it; something is wrong with 1')).toBeTruthy()
  expect(screen.getByText('2999@v.example')).toBeTruthy()
  expect(screen.getByText('02-4B-7A-0F-00-44')).toBeTruthy()
  expect(screen.getByText('404 to 024b7a0f0044.conf')).toBeTruthy()
  expect(screen.getByText('3 packets went by TLS, which nobody can read from outside.')).toBeTruthy()
  expect(screen.getByText('2999@v.example')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: /Ticket window 4/ }))
  const opened = await screen.findByRole('region', { name: 'Ticket window 4' })
  expect(await within(opened).findByText('Which configuration it has can’t be seen from there.')).toBeTruthy()
})

it('the command for a feed is made once it has a name', async () => {
  say('TECHNICIAN', brought())
  show()
  fireEvent.click(await screen.findByRole('button', { name: 'Feed it live…' }))
  const name = screen.getByLabelText('What it is called')
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Make the command' }).disabled).toBe(true)
  fireEvent.change(name, { target: { value: 'router' } })
  fireEvent.click(screen.getByRole('button', { name: 'Make the command' }))
  expect(await screen.findByText(/Jordfell-Feed: k3y" http:\/\/127.0.0.1:1\/feed\/5/)).toBeTruthy()
})

it('what is being read can be cancelled, and who only looks brings and cancels nothing', async () => {
  const asked = say('TECHNICIAN', brought({ state: 'READING', devices: -1 }))
  show()
  fireEvent.click(await screen.findByRole('button', { name: 'Cancel' }))
  await expect.poll(() => asked.some((a) => a.what === 'POST /api/brought/4/cancel')).toBe(true)
})

it('who only looks sees it and changes nothing', async () => {
  say(
    'VIEWER',
    brought({ state: 'BROKEN', trouble: 'It broke off after 12 bytes; what came before that was read.' }),
  )
  show()
  expect(await screen.findByText('It broke off after 12 bytes; what came before that was read.')).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'Bring a file…' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'Remove…' })).toBeNull()
})

it('one without SIP says so', async () => {
  say('TECHNICIAN', brought({ sip: 0, devices: 0 }), { devices: [], strangers: [] })
  show()
  expect(await screen.findByText('There is no SIP in it that can be read.')).toBeTruthy()
})

it.each([
  [12, '12 bytes'],
  [14_500_000, '14.5 MB'],
  [1_200_000_000, '1.2 GB'],
  [250_000, '250 kB'],
])('%i bytes are %s', (bytes, words) => {
  expect(size(bytes)).toBe(words)
})
