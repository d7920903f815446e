// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import { type Reply, renderWithAll, serverSays } from '../../test/renderWithAll'
import { DialLists } from './DialLists'
import { Permissions } from './Permissions'

const domain = { id: 1, name: 'tarnholm.example', blocks: [] }
const outside = {
  id: 3,
  name: 'Outside',
  rows: [
    { goes: 'REFUSED', pattern: '00x.', dropped: 0, before: '', text: 'ask a lead', note: '' },
    { goes: 'OUTSIDE', pattern: '0x.', dropped: 1, before: '', text: '', note: '' },
  ],
  within: ['permission Office'],
  version: 4,
}
const free = { id: 4, name: 'Free', rows: [], within: [], version: 1 }
const office = { id: 7, name: 'Office', lists: [3], extensions: 1, kits: 2, version: 5 }

function say(role: string, kept: Reply = { status: 200 }) {
  return serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/dial-lists': { body: [free, outside] },
    'GET /api/permissions': { body: [office] },
    'PUT /api/dial-lists/3': kept,
    'PUT /api/permissions/7': kept,
  })
}

it('each list says what it tries and where it stands', async () => {
  say('TECHNICIAN')
  renderWithAll(<DialLists />, '/calls/lists')
  const row = (await screen.findByText('Outside')).closest('tr')
  expect(row?.textContent).toContain('00x. refused · 0x.')
  expect(row?.textContent).toContain('permission Office')
  expect(screen.getByText('Free').closest('tr')?.textContent).toContain('empty')
})

it('rows are put into another order and kept over the version that was seen', async () => {
  const asked = say('TECHNICIAN')
  renderWithAll(<DialLists />, '/calls/lists/3', '/calls/lists/:id?')
  fireEvent.click(await screen.findByRole('button', { name: 'Move row 2 up' }))
  fireEvent.click(screen.getByRole('button', { name: 'Keep the changes' }))
  await waitFor(() => expect(asked.some((a) => a.what === 'PUT /api/dial-lists/3')).toBe(true))
  expect(asked.find((a) => a.what === 'PUT /api/dial-lists/3')?.body).toMatchObject({
    version: 4,
    rows: [{ pattern: '0x.' }, { pattern: '00x.' }],
  })
})

it('what is wrong with a row stands at its field', async () => {
  say('TECHNICIAN', {
    status: 422,
    body: {
      detail: 'wrong',
      fields: [{ pointer: '/rows/1/pattern', reason: 'T waits.', hint: 'Such as 0x.' }],
    },
  })
  renderWithAll(<DialLists />, '/calls/lists/3', '/calls/lists/:id?')
  fireEvent.change(await screen.findByLabelText('Pattern 2'), { target: { value: '0x.T' } })
  fireEvent.click(screen.getByRole('button', { name: 'Keep the changes' }))
  await waitFor(() => expect(screen.getByLabelText('Pattern 2').getAttribute('aria-invalid')).toBe('true'))
  expect(screen.getAllByText(/T waits/).length).toBeGreaterThan(0)
  expect(screen.getByLabelText('Pattern 1').getAttribute('aria-invalid')).not.toBe('true')
})

it('a row asks for what its way needs, and a list can’t be put into itself', async () => {
  say('TECHNICIAN')
  renderWithAll(<DialLists />, '/calls/lists/3', '/calls/lists/:id?')
  fireEvent.change(await screen.findByLabelText('Row 2 goes'), { target: { value: 'LIST' } })
  expect(screen.queryByLabelText('Pattern 2')).toBeNull()
  const choice = screen.getByLabelText('List that stands here')
  expect(
    within(choice)
      .getAllByRole('option')
      .map((o) => o.textContent),
  ).toEqual(['choose…', 'Free'])
})

it('a viewer looks and changes nothing', async () => {
  say('VIEWER')
  const { unmount } = renderWithAll(<DialLists />, '/calls/lists/3', '/calls/lists/:id?')
  expect((await screen.findByLabelText('Pattern 1')).hasAttribute('disabled')).toBe(true)
  expect(screen.queryByRole('button', { name: 'Keep the changes' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'Add a list…' })).toBeNull()
  unmount()
  renderWithAll(<Permissions />, '/calls/permissions')
  expect(await screen.findByText('Office')).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'Change Office' })).toBeNull()
})

it('a permission says its lists in their order and who has it, and takes another list', async () => {
  const asked = say('LEAD')
  renderWithAll(<Permissions />, '/calls/permissions/7', '/calls/permissions/:id?')
  expect((await screen.findByText('1 extension, 2 kits')).closest('tr')?.textContent).toContain('Outside')
  fireEvent.change(await screen.findByLabelText('Add a list'), { target: { value: '4' } })
  fireEvent.click(screen.getByRole('button', { name: 'Move list 2 up' }))
  fireEvent.click(screen.getByRole('button', { name: 'Keep the changes' }))
  await waitFor(() => expect(asked.some((a) => a.what === 'PUT /api/permissions/7')).toBe(true))
  expect(asked.find((a) => a.what === 'PUT /api/permissions/7')?.body).toMatchObject({
    lists: [4, 3],
    version: 5,
  })
})
