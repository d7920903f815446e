// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Extensions } from './Extensions'
import { Holders, RingsCell, StandsCell } from './Stands'

const holder = (part: Partial<Schemas['HolderView']>): Schemas['HolderView'] => ({
  state: 'REGISTERED',
  name: 'Ticket window 4',
  deviceId: 4,
  byHand: false,
  peer: '192.0.2.14:5062',
  node: 'north',
  why: '',
  ...part,
})

const extension = (...holders: Schemas['HolderView'][]): Schemas['ExtensionRow'] => ({
  id: 7,
  domainId: 1,
  number: '2416',
  displayName: 'Window 4',
  personId: 0,
  person: '',
  department: '',
  authUser: '2416-a',
  contactLimit: 1,
  outside: false,
  permissionClass: '',
  outgoing: '',
  pickUpGroup: '',
  hasPin: false,
  version: 1,
  devices: '',
  deviceCount: 0,
  firstDeviceId: 0,
  numbers: '',
  ...(holders[0] && { state: holders[0].state }),
  holders,
})

it.each([
  [[], '–'],
  [[holder({})], 'registered'],
  [[holder({ state: 'REFUSED', why: '2417’s password' })], 'refused · 2417’s password'],
  [[holder({ state: 'ENDED' })], 'not any more'],
  [[holder({ state: 'NEVER' })], 'never registered'],
] as const)('%# says how the extension stands', (holders, words) => {
  const { container } = renderWithAll(<StandsCell extension={extension(...holders)} />)
  expect(container.textContent).toBe(words)
})

it('an extension that nobody has rings nowhere', () => {
  renderWithAll(<Holders extension={extension()} />)
  expect(screen.getByText(/it rings nowhere/)).toBeTruthy()
})

it('everybody who has it is named, with where it is and how to get there', () => {
  renderWithAll(
    <Holders
      extension={extension(holder({ byHand: true }), holder({ deviceId: 0, name: '', state: 'REFUSED' }))}
    />,
  )
  const rows = screen.getAllByRole('listitem').map((li) => li.textContent)
  expect(rows[0]).toContain('Ticket window 4 by hand registered at north from 192.0.2.14:5062')
  expect(rows[1]).toContain('An agent without a name, no device on record, refused')
  expect(screen.getByText('Ticket window 4').getAttribute('href')).toBe('/fleet/4')
})

it.each([
  [[], 'nothing: no device has it'],
  [[holder({ deviceId: 0, name: 'Handset/0.9' })], 'somebody who is no device'],
] as const)('%# says whom it rings that no device has', (holders, words) => {
  const { container } = renderWithAll(<RingsCell extension={extension(...holders)} />)
  expect(container.textContent).toBe(words)
})

it('the list is asked for those that stand so, and the address keeps it', async () => {
  const asked = serverSays({
    'GET /api/ground': { body: { domains: [{ id: 1, name: 'voice.example' }], kits: [] } },
    'GET /api/session': { body: { login: 'mats', name: 'Mats', role: 'TECHNICIAN' } },
    'GET /api/extensions': { body: { rows: [], next: '' } },
  })
  const { router } = renderWithAll(<Extensions />, '/roster/extensions')
  const choice = await screen.findByLabelText('How they stand')
  await screen.findByText('No extension yet')
  fireEvent.change(choice, { target: { value: 'REFUSED' } })
  await screen.findByText(/No extension stands so/)
  expect(asked.at(-1)?.query.get('stands')).toBe('REFUSED')
  expect(router.state.location.search).toBe('?stands=REFUSED')
})
