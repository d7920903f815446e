// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
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
