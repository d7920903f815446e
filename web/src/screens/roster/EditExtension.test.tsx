// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { EditExtension } from './EditExtension'

const extension = {
  id: 7,
  domainId: 1,
  number: '2417',
  displayName: 'Watch room',
  personId: 0,
  person: '',
  department: '',
  authUser: '2417-a',
  contactLimit: 2,
  outside: false,
  permissionClass: '',
  outgoing: '',
  deviceCount: 0,
  holders: [],
  devices: '',
  firstDeviceId: 0,
  numbers: '',
  hasPin: false,
  version: 1,
}

const show = () => {
  const onClose = vi.fn()
  serverSays({ 'GET /api/session': { body: { login: 'x', name: 'X', role: 'LEAD' } } })
  renderWithAll(<EditExtension extension={extension as never} mayChange onClose={onClose} />)
  return onClose
}

const esc = () => fireEvent(screen.getByRole('dialog'), new Event('cancel', { cancelable: true }))

it('a window in which nothing is typed closes at once', () => {
  const onClose = show()
  esc()
  expect(onClose).toHaveBeenCalledOnce()
})

it.each(['Or type one', /Voicemail PIN/])('what is typed at “%s” is not lost unasked', (label) => {
  const onClose = show()
  fireEvent.change(screen.getByLabelText(label), { target: { value: '483 slipway gull' } })
  esc()
  expect(onClose).not.toHaveBeenCalled()
  expect((screen.getByLabelText(label) as HTMLInputElement).value).toBe('483 slipway gull')
})

it('a permission is one of the domain’s, and one that is gone is still named', async () => {
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'TECHNICIAN' } },
    'GET /api/permissions': {
      body: [{ id: 1, name: 'inland', lists: [], extensions: 1, kits: 0, version: 1 }],
    },
  })
  renderWithAll(
    <EditExtension
      extension={{ ...extension, permissionClass: 'Old' } as never}
      mayChange
      onClose={() => {}}
    />,
  )
  const field = await screen.findByLabelText<HTMLSelectElement>('Permission')
  await waitFor(() => expect(field.options.length).toBe(3))
  expect([...field.options].map((o) => o.value)).toEqual(['', 'inland', 'Old'])
  expect(field.value).toBe('Old')
  expect(screen.getByText(/There is no such permission/)).toBeTruthy()
})
