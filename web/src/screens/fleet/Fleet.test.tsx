// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays, type Reply } from '../../test/renderWithAll'
import { Fleet } from './Fleet'

const none = { rows: [], total: 0, capped: false, conditions: [], next: '' }

const show = (devices: Reply) => {
  serverSays({
    'GET /api/devices': devices,
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'TECHNICIAN' } },
    'GET /api/ground': { body: { domains: [], sites: [], models: [], templates: [], kits: [] } },
  })
  renderWithAll(<Fleet />, '/fleet')
}

it('a fleet that could not be asked for is not told as an empty one', async () => {
  show({ status: 500, body: { detail: 'The database is away.' } })
  expect((await screen.findByRole('alert')).textContent).toContain(
    'The fleet can’t be shown: The database is away.',
  )
  expect(screen.queryByText('No device is enrolled yet')).toBeNull()
})

it('nor is one that is still to come', async () => {
  show({ body: none, after: new Promise(() => {}) })
  expect((await screen.findByText('The fleet is being loaded…')).textContent).toBeTruthy()
  expect(screen.queryByText('No device is enrolled yet')).toBeNull()
})

it('an empty one tells the next step', async () => {
  show({ body: none })
  expect(await screen.findByText('No device is enrolled yet')).toBeTruthy()
})
