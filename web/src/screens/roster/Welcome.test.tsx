// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Welcome } from './Welcome'

const sheet = {
  name: 'Ida Sørvik',
  domain: 'voice.tarnholm.example',
  emergency: ['112'],
  lines: [
    { extensionId: 1, number: '2001', outside: ['+999 55 01 20 01'], voicemail: '*86', hasPin: true },
    { extensionId: 2, number: '2400', outside: [], voicemail: '', hasPin: false },
  ],
  devices: [
    {
      deviceId: 7,
      label: 'Harbour office',
      model: 'Korrin K48',
      site: 'Tarnholm Terminal',
      isSoftphone: false,
      claim: '0470-1183',
      keys: [{ place: 'key 3', label: 'Lena Ravn', does: 'shows whether 2002 is busy, and calls it' }],
    },
  ],
}

it('says numbers, keys and how to claim, and gives a PIN by a link alone', async () => {
  const print = vi.fn()
  vi.stubGlobal('print', print)
  const asked = serverSays({
    'GET /api/people/5/welcome': { body: sheet },
    'POST /api/pin-links': {
      body: { id: 1, path: '/pin#secret-part', expiresAt: '2026-12-11T08:00:00Z', qr: ['101', '010', '101'] },
    },
  })
  renderWithAll(<Welcome personId={5} onClose={() => {}} />)
  const line = await screen.findByRole('region', { name: 'Number 2001' })
  expect(line.textContent).toContain('To hear messages, dial *86 and type your PIN.')
  expect(line.textContent).toContain('+999 55 01 20 01')
  expect(screen.getByText('0470-1183')).toBeTruthy()
  expect(screen.getByText('shows whether 2002 is busy, and calls it')).toBeTruthy()
  expect(screen.getByText(/Emergency: dial/).textContent).toContain('112')
  expect(screen.queryByRole('button', { name: /PIN of 2400/ })).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Add the link to the PIN of 2001' }))
  expect((await within(line).findByTestId('pin-link')).textContent).toContain('/pin#secret-part')
  expect(line.textContent).toContain('open this once, until 11 December 2026')
  expect(asked.filter((a) => a.what === 'POST /api/pin-links').map((a) => a.body)).toEqual([
    { extensionId: 1 },
  ])
  expect(screen.queryByRole('button', { name: /PIN of 2001/ })).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Print' }))
  expect(print).toHaveBeenCalledOnce()
  vi.unstubAllGlobals()
})

it('somebody without an extension gets no empty sheet', async () => {
  serverSays({ 'GET /api/people/6/welcome': { body: { ...sheet, lines: [], devices: [] } } })
  renderWithAll(<Welcome personId={6} onClose={() => {}} />)
  expect(await screen.findByText('Has no extension yet: there is nothing to say.')).toBeTruthy()
  expect(screen.queryByText(/Emergency/)).toBeNull()
})
