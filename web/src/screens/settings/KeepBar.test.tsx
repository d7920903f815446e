// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Domains } from './Domains'
import { Sites } from './Sites'

const domain = {
  id: 1,
  name: 'voice.tarnholm.example',
  realm: 'voice.tarnholm.example',
  expiryMin: 60,
  expiryUsual: 120,
  expiryMax: 3600,
  contactLimit: 2,
  transports: 'udp',
  passwordShortest: 12,
  passwordScore: 3,
  outsideScore: 4,
  pinDigits: 4,
  reserved: '',
  emergency: '112',
  nodes: [
    {
      name: 'north',
      host: 'north.tarnholm.example',
      address: '192.0.2.11',
      port: 5060,
      priority: 10,
      weight: 1,
    },
  ],
  blocks: [{ first: 2000, last: 2249, purpose: 'people' }],
  version: 3,
}

function say(impact: object, role = 'TECHNICIAN') {
  return serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'GET /api/domains': { body: [domain, { ...domain, id: 2, name: 'auction.example', blocks: [] }] },
    'POST /api/domains/1/impact': impact,
    'PUT /api/domains/1': {},
  })
}

const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } })

it('whom a change touches is told before it is kept', async () => {
  const asked = say({
    body: { devices: 40, sentences: ['Every phone gets another registrar.'], falling: ['2450'] },
  })
  renderWithAll(<Domains open={1} />)
  await screen.findByLabelText('Domain')
  expect(screen.queryByRole('button', { name: 'Keep the changes' })).toBeNull()
  type('Domain', 'other.example')
  expect(await screen.findByText('Touches 40 devices; each has to be released again.')).toBeTruthy()
  expect(screen.getByText(/Every phone gets another registrar/)).toBeTruthy()
  expect(screen.getByText('2450')).toBeTruthy()
  expect(asked.some((a) => a.what === 'PUT /api/domains/1')).toBe(false)
  fireEvent.click(screen.getByRole('button', { name: 'Keep the changes' }))
  await expect
    .poll(() => asked.find((a) => a.what === 'PUT /api/domains/1')?.body)
    .toMatchObject({
      name: 'other.example',
      version: 3,
    })
})

it('what is wrong is told at its field while it is typed', async () => {
  say({
    status: 422,
    body: {
      detail: '“carrier” is no way in which SIP travels.',
      status: 422,
      fields: [
        {
          pointer: '/transports',
          reason: '“carrier” is no way in which SIP travels.',
          hint: 'udp, tcp or tls.',
        },
        { pointer: '/pinDigits', reason: 'The number of digits can’t be 9.', hint: '4 to 8 can.' },
      ],
    },
  })
  renderWithAll(<Domains open={1} />)
  await screen.findByLabelText('Domain')
  type('Transports', 'carrier')
  expect(await screen.findByText(/no way in which SIP travels/)).toBeTruthy()
  expect(screen.getByText(/The number of digits can’t be 9/)).toBeTruthy()
  expect(screen.getByText('Something isn’t right yet: it is told at its field.')).toBeTruthy()
})

it('what was typed is forgotten when that is said', async () => {
  say({ body: { devices: 0, sentences: [], falling: [] } })
  renderWithAll(<Domains open={1} />)
  await screen.findByLabelText('Domain')
  type('Realm', 'another')
  fireEvent.click(await screen.findByRole('button', { name: 'Forget them' }))
  expect((screen.getByLabelText('Realm') as HTMLInputElement).value).toBe('voice.tarnholm.example')
  expect(screen.queryByRole('button', { name: 'Keep the changes' })).toBeNull()
})

it('the domain in the address is open, and each is told by its nodes and blocks', async () => {
  say({ body: {} })
  renderWithAll(<Domains open={2} />)
  expect(((await screen.findByLabelText('Domain')) as HTMLInputElement).value).toBe('auction.example')
  expect(screen.getByText('1 node, 0 blocks')).toBeTruthy()
})

it('a viewer reads it all and changes nothing', async () => {
  say({ body: {} }, 'VIEWER')
  renderWithAll(<Domains open={1} />)
  await expect.poll(() => (screen.queryByLabelText('Domain') as HTMLInputElement | null)?.disabled).toBe(true)
  expect(screen.queryByRole('button', { name: 'Add a domain…' })).toBeNull()
})

it('a site’s password for fetching is asked for only beside its name, and stays when nothing is written', async () => {
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'LEAD' } },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/sites': {
      body: [
        {
          id: 1,
          domainId: 1,
          name: 'Pier',
          allowsLocalMacs: false,
          subnets: '',
          behindNat: false,
          publicAddress: '',
          natTimeout: 60,
          learns: 'OPTION_66',
          portBase: 0,
          fetchUser: '',
          hasFetchPassword: true,
          fetchFrom: '',
          zone: '',
          timeServer: '',
          devices: 3,
          version: 1,
        },
      ],
    },
    'GET /api/sites/1/network': { body: { options: [] } },
    'POST /api/sites/1/impact': { body: { devices: 0, sentences: [], falling: [] } },
  })
  renderWithAll(<Sites open={1} />)
  const password = (await screen.findByLabelText(/and the password/)) as HTMLInputElement
  expect(password.disabled).toBe(true)
  expect(screen.getByText('Empty: it stays as it is.')).toBeTruthy()
  type('Files are fetched with the name', 'phones')
  await expect.poll(() => password.disabled).toBe(false)
})
