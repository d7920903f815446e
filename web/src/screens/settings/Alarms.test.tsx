// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { AlarmsNow } from '../today/AlarmsNow'
import { Alarms } from './Alarms'

const AT = '2026-03-02T08:00:00Z'

const RULE = {
  id: 1,
  name: 'A place goes quiet',
  kind: 'SILENT',
  count: 3,
  minutes: 5,
  quietFrom: '22:00',
  quietTo: '06:00',
  mailTo: 'duty@tarnholm.example',
  webhook: '',
  enabled: true,
  words: '3 or more devices of one site silent within 5 min',
  version: 1,
}

const ALARMS = {
  open: [{ id: 1, rule: RULE.name, subject: 'Pier', words: '4 devices of Pier fell silent.', raised: AT }],
  lately: [],
  messages: [
    {
      id: 1,
      way: 'WEBHOOK',
      target: 'http://127.0.0.1:9',
      subject: 'quiet',
      made: AT,
      state: 'WAITING',
      tries: 2,
      trouble: 'Nobody listens there.',
    },
  ],
  isStandIn: true,
  arrived: [{ at: AT, to: 'duty@tarnholm.example', subject: 'A place goes quiet', text: '4 devices' }],
}

const say = (role: string) =>
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'Lena', role } },
    'GET /api/alarms/rules': { body: [RULE] },
    'GET /api/alarms': { body: ALARMS },
    'POST /api/alarms/rules': {
      status: 422,
      body: {
        status: 422,
        detail: 'Nobody is told.',
        fields: [{ pointer: '/mailTo', reason: 'Nobody is told.', hint: 'A mail address.' }],
      },
    },
    'PUT /api/alarms/rules/1': {},
  })

it('who is told of what, what did not arrive, and the stand-in’s letter box are seen', async () => {
  say('VIEWER')
  renderWithAll(<Alarms />)
  expect(await screen.findByText('3 or more devices of one site silent within 5 min')).toBeTruthy()
  expect(screen.getByText('22:00 to 06:00')).toBeTruthy()
  expect(await screen.findByText('Nobody listens there.')).toBeTruthy()
  expect(screen.getByText(/is tried again, 2 tries/)).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'Add an alarm…' })).toBeNull()
})

it('what is wrong with a new one is told at its field, and nothing typed is lost', async () => {
  say('TECHNICIAN')
  renderWithAll(<Alarms />)
  fireEvent.click(await screen.findByRole('button', { name: 'Add an alarm…' }))
  fireEvent.change(screen.getByLabelText('What it is called'), { target: { value: 'Mine' } })
  fireEvent.click(screen.getByRole('button', { name: 'Add' }))
  expect(await screen.findByText('Nobody is told. A mail address.')).toBeTruthy()
  expect(screen.getByLabelText<HTMLInputElement>('What it is called').value).toBe('Mine')
})

it('a kind that counts nothing asks for no count', async () => {
  say('TECHNICIAN')
  renderWithAll(<Alarms />)
  fireEvent.click(await screen.findByRole('button', { name: 'Edit…' }))
  expect(screen.getByLabelText('From how many devices on')).toBeTruthy()
  fireEvent.change(screen.getByLabelText('When'), { target: { value: 'NODE_DOWN' } })
  expect(screen.queryByLabelText('From how many devices on')).toBeNull()
  expect(screen.queryByLabelText('Within minutes')).toBeNull()
})

it('an alarm that nobody is told of in quiet hours stands on the day all the same', async () => {
  say('VIEWER')
  renderWithAll(<AlarmsNow />)
  expect(await screen.findByText('4 devices of Pier fell silent.')).toBeTruthy()
  expect(screen.getByText(/nobody is told in quiet hours/)).toBeTruthy()
})
