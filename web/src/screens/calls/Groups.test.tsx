// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { type Reply, renderWithAll, serverSays } from '../../test/renderWithAll'
import { Groups } from './Groups'

const domain = { id: 1, name: 'tarnholm.example', blocks: [] }
const desk = {
  id: 5,
  number: '2490',
  name: 'Ticket windows',
  together: false,
  eachSeconds: 12,
  members: ['2413', '2414'],
  afterwards: '*86',
  version: 3,
}

function say(groups: object[], role = 'TECHNICIAN', kept: Reply = { status: 200 }) {
  return serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/groups': { body: groups },
    'PUT /api/groups/5': kept,
    'POST /api/groups': { status: 201, body: { id: 6 } },
  })
}

it('a group says who rings, in which order, and where it goes then', async () => {
  say([desk, { ...desk, id: 6, number: '2491', name: 'All', together: true, afterwards: '' }])
  renderWithAll(<Groups />, '/calls/groups')
  const row = (await screen.findByText('Ticket windows')).closest('tr')
  expect(row?.textContent).toContain('2413 → 2414 in turn, 12 s each')
  expect(row?.textContent).toContain('*86')
  const all = screen.getByText('All').closest('tr')
  expect(all?.textContent).toContain('2413 + 2414 together, 12 s')
  expect(all?.textContent).toContain('nowhere: it ends')
})

it('members are written with blanks between them, and each that is wrong is named', async () => {
  const problem = {
    pointer: '/members/1',
    reason: '“2499” is no extension and no group.',
    hint: 'Members are extensions of the domain, or other groups.',
  }
  const asked = say([desk], 'TECHNICIAN', { status: 422, body: { detail: 'wrong', fields: [problem] } })
  renderWithAll(<Groups />, '/calls/groups/5', '/calls/groups/:id?')
  fireEvent.change(await screen.findByLabelText(/^Extensions, in their order/), {
    target: { value: '2413, 2499\n2415' },
  })
  fireEvent.click(screen.getByRole('button', { name: 'Keep the changes' }))
  await screen.findByText(/2499.*is no extension/)
  expect(asked.find((a) => a.what === 'PUT /api/groups/5')?.body).toMatchObject({
    members: ['2413', '2499', '2415'],
    version: 3,
  })
})

it('a viewer changes nothing, and an empty list says what a group is', async () => {
  say([], 'VIEWER')
  renderWithAll(<Groups />, '/calls/groups')
  await screen.findByText('No group yet')
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Add a group…' })).toBeNull())
})
