// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Kits } from './Kits'
import { OutsideNumbers } from './OutsideNumbers'

const domain = { id: 1, name: 'tarnholm.example', blocks: [] }
const number = {
  id: 5,
  e164: '+99955012416',
  shown: '+999 55 01 24 16',
  extension: '2416',
  rings: 'Watch room',
  announcement: '',
  hours: '',
  zone: '',
  closedExtension: '',
  closedRings: '',
  closedAnnouncement: '',
  prefix: '',
  note: 'door',
  version: 1,
}
const kit = {
  id: 3,
  name: 'Purser',
  block: 'people 2000–2249',
  blockFirst: 2000,
  devices: [],
  contactLimit: 2,
  outside: false,
  permissionClass: '',
  pinDigits: 4,
  displayName: '{{person.name}}',
  authUser: '{{extension.number}}-a',
  outgoing: '',
  version: 1,
}

function say(role: string) {
  return serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/outside-numbers': { body: { rows: [number], next: '' } },
    'GET /api/outside-numbers/5': { body: number },
    'GET /api/kits': { body: [kit] },
    'POST /api/kits/try': { body: { displayName: '', authUser: '', outgoing: '', problems: [], words: [] } },
  })
}

it('a number is opened by its address, wherever it stands in the list', async () => {
  say('TECHNICIAN')
  const { router } = renderWithAll(<OutsideNumbers />, '/roster/outside/5?q=door', '/roster/outside/:id?')
  expect(await screen.findByRole('heading', { name: '+999 55 01 24 16' })).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: /Close|Cancel|✕/ }))
  await waitFor(() => expect(router.state.location.pathname).toBe('/roster/outside'))
  expect(router.state.location.search).toBe('?q=door')
})

it('nobody who only looks is offered to add or change', async () => {
  say('VIEWER')
  const { unmount } = renderWithAll(<OutsideNumbers />, '/roster/outside')
  await screen.findByLabelText('Only with')
  await waitFor(() => expect(screen.queryByText('The list of outside numbers is being loaded…')).toBeNull())
  expect(screen.queryByRole('button', { name: 'Add a number…' })).toBeNull()
  unmount()
  renderWithAll(<Kits />, '/roster/kits')
  expect(await screen.findByText('Purser')).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'Change Purser' })).toBeNull()
})

it('changing a kit is an address of its own', async () => {
  say('LEAD')
  const { router } = renderWithAll(<Kits />, '/roster/kits')
  fireEvent.click(await screen.findByRole('button', { name: 'Change Purser' }))
  await waitFor(() => expect(router.state.location.pathname).toBe('/roster/kits/3'))
})
