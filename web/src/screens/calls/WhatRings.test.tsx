// @vitest-environment happy-dom
import { act, fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { WhatRings } from './WhatRings'

const stop = (number: string, more: object = {}) => ({
  number,
  name: '',
  kind: 'LINE',
  ringers: [],
  ways: [],
  end: null,
  ...more,
})

const path = {
  outside: '+999 5501 2413',
  prefix: 'TICKETS',
  rings: true,
  sentence: 'It rings Window 1, after 20 s rings Office.',
  first: stop('2413', {
    name: 'Ticket window 1',
    ringers: [
      { deviceId: 9, label: 'Window 1', state: 'RINGS', detail: 'registered at north, 192.0.2.113' },
      { deviceId: 0, label: 'A phone that is no device', state: 'RINGS', detail: 'registered' },
      { deviceId: 8, label: 'Old box', state: 'NOT_REGISTERED', detail: 'refused' },
    ],
    ways: [
      { when: 'UNANSWERED', afterSeconds: 20, now: true, to: stop('2400', { name: 'Harbour office' }) },
      {
        when: 'BUSY',
        afterSeconds: 0,
        now: false,
        to: stop('2499', { kind: 'NOTHING', end: 'NOBODY_HAS_IT' }),
      },
    ],
  }),
  troubles: [{ words: '2413 → 2499: nobody has 2499', now: false }],
  unreleased: ['Window 1'],
}

const domain = { id: 1, name: 'tarnholm.example', blocks: [] }

function say(body: object) {
  return serverSays({
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/calls/path': { body },
  })
}

it('a call is followed to each device, and to where it goes on', async () => {
  const asked = say(path)
  renderWithAll(<WhatRings />, '/calls/rings?number=%2B999%205501%202413')
  expect((await screen.findByText(path.sentence, { exact: false })).textContent).toContain(
    'Window 1 has changes that are not on it yet: until then calls may be diverted otherwise.',
  )
  expect(asked.find((a) => a.what === 'GET /api/calls/path')?.query.get('number')).toBe('+999 5501 2413')
  expect(screen.getByText('shown as TICKETS before the caller')).toBeTruthy()
  expect(screen.getByRole('link', { name: 'Window 1' }).getAttribute('href')).toBe('/fleet/9')
  expect(screen.queryByRole('link', { name: 'A phone that is no device' })).toBeNull()
  expect(screen.getByText('does not ring')).toBeTruthy()
  expect(screen.getByText('not answered after 20 s →', { exact: false })).toBeTruthy()
  expect(screen.getByText('nobody has it: the call ends here')).toBeTruthy()
})

it('what is wrong on a way that no call goes now is told as such', async () => {
  say(path)
  renderWithAll(<WhatRings />, '/calls/rings?number=2413')
  expect((await screen.findByText(/2413 → 2499/)).textContent).toBe(
    '2413 → 2499: nobody has 2499 — once a call comes there',
  )
})

it('an outside number that rings nothing has no picture', async () => {
  say({
    ...path,
    rings: false,
    sentence: 'It rings nothing: the number is given to nobody.',
    first: stop('', { kind: 'NOTHING', end: 'NOBODY_HAS_IT' }),
    troubles: [],
  })
  renderWithAll(<WhatRings />, '/calls/rings?number=1')
  await screen.findByText(/given to nobody/)
  expect(screen.queryByText(/the call ends here/)).toBeNull()
})

it('nothing is asked before a number is typed', async () => {
  const asked = say(path)
  renderWithAll(<WhatRings />, '/calls/rings')
  expect(await screen.findByText('Does it ring when somebody calls 2413?')).toBeTruthy()
  expect(asked.filter((a) => a.what.includes('path'))).toEqual([])
})

it('what was said of one number is not said of the next while that is not known yet', async () => {
  serverSays({
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/calls/path': (_, query) =>
      query.get('number') === '2413' ? { body: path } : { body: path, after: new Promise(() => {}) },
  })
  const { router } = renderWithAll(<WhatRings />, '/calls/rings?number=2413')
  await screen.findByText(path.sentence, { exact: false })
  await act(() => router.navigate('/calls/rings?number=2499'))
  expect(await screen.findByText('What rings is being loaded…')).toBeTruthy()
  expect(screen.queryByText(path.sentence, { exact: false })).toBeNull()
})

it('calls of an extension are diverted from where they are looked at', async () => {
  const asked = serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'TECHNICIAN' } },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/calls/path': { body: path },
    'GET /api/calls/diversions': {
      body: { always: '', busy: '', unanswered: '2400', afterSeconds: 20, unreachable: '', version: 8 },
    },
    'PUT /api/calls/diversions': {
      status: 422,
      body: {
        detail: 'wrong',
        fields: [{ pointer: '/busy', reason: 'Nobody has 2499', hint: 'An extension.' }],
      },
    },
  })
  renderWithAll(<WhatRings />, '/calls/rings?number=2413')
  fireEvent.click(await screen.findByRole('button', { name: 'Divert calls of 2413' }))
  fireEvent.change(await screen.findByLabelText(/^When it is busy/), { target: { value: '2499' } })
  fireEvent.click(screen.getByRole('button', { name: 'Keep the changes' }))
  await screen.findByText(/Nobody has 2499/)
  const put = asked.find((a) => a.what === 'PUT /api/calls/diversions')
  expect(put?.query.get('number')).toBe('2413')
  expect(put?.body).toMatchObject({ busy: '2499', unanswered: '2400', afterSeconds: 20, version: 8 })
})

it('that it is not known where calls go is said', async () => {
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'TECHNICIAN' } },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/calls/path': { body: path },
    'GET /api/calls/diversions': { status: 503, body: { detail: 'The database can’t be read.' } },
  })
  renderWithAll(<WhatRings />, '/calls/rings?number=2413')
  fireEvent.click(await screen.findByRole('button', { name: 'Divert calls of 2413' }))
  await screen.findByText(/Where calls of 2413 go/)
})
