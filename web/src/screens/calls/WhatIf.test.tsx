// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { WhatIf } from './WhatIf'

const waits = (keys: string, words = '0x.T: sent when nothing follows') => ({
  keys,
  standing: 'WAITS',
  patterns: '0x.T',
  words,
})

const what = (more: object) => ({
  phone: 'Harbour office',
  deviceId: 12,
  phoneNote: '',
  digitMap: '2xxx|0x.T',
  steps: [waits('0'), waits('09'), waits('099'), waits('0991', '0x.T: sent when nothing follows for 4 s')],
  sent: '0991',
  waitsSeconds: 4,
  unheard: '',
  permission: 'inland',
  tried: [
    {
      list: 'Not abroad',
      pattern: '09x.',
      to: 'refused: ask a lead',
      outcome: 'MATCHED',
      why: 'the first that matches',
    },
    { list: 'Outside', pattern: '0x.', to: 'outside', outcome: 'NOT_REACHED', why: 'not reached' },
  ],
  leftOut: 0,
  passes: false,
  verdict: 'REFUSED',
  sentence: 'Refused by Not abroad: ask a lead.',
  next: 'With permission abroad too it would pass.',
  ...more,
})

const domain = { id: 1, name: 'tarnholm.example', blocks: [] }

function say(body: object, role = 'TECHNICIAN') {
  return serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role } },
    'POST /api/calls/what-if': {
      body: { worked: false, detail: '403 Forbidden: ask a lead', asForetold: true },
    },
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/calls/what-if': { body },
  })
}

it('nothing is asked before somebody dials', async () => {
  const asked = say(what({}))
  renderWithAll(<WhatIf />, '/calls/what-if?from=2001')
  expect(await screen.findByText('Why can’t she call abroad?')).toBeTruthy()
  expect(asked.filter((a) => a.what.includes('what-if'))).toEqual([])
})

it('what comes of it is said first, and what would be right', async () => {
  say(what({}))
  renderWithAll(<WhatIf />, '/calls/what-if?from=2001&dials=0991')
  expect(
    (await screen.findByText('Refused by Not abroad: ask a lead.')).closest('[role=status]')?.textContent,
  ).toContain('Refused by Not abroad: ask a lead. With permission abroad too it would pass.')
  expect(screen.getByRole('link', { name: 'Harbour office' }).getAttribute('href')).toBe('/fleet/12')
  expect(screen.getByText('At the registrar — permission inland')).toBeTruthy()
})

it('keys that change nothing are folded', async () => {
  say(what({}))
  renderWithAll(<WhatIf />, '/calls/what-if?from=2001&dials=0991')
  await screen.findByText('0991')
  expect(screen.queryByText('09')).toBeNull()
  expect(screen.queryByText('099')).toBeNull()
  expect(screen.getByText('0991').closest('td')?.textContent).toBe('… 0991')
})

it('keys that are not heard any more are told', async () => {
  const steps = [{ keys: '24', standing: 'MATCHES', patterns: '24', words: '24: sent at once' }]
  say(what({ steps, unheard: '13' }))
  renderWithAll(<WhatIf />, '/calls/what-if?from=2001&dials=2413')
  expect((await screen.findByText('not heard')).closest('tr')?.textContent).toContain('13')
})

it('an extension on no device says so', async () => {
  say(
    what({ phone: '', deviceId: 0, phoneNote: 'No device has this extension yet', digitMap: '', steps: [] }),
  )
  renderWithAll(<WhatIf />, '/calls/what-if?from=2040&dials=112')
  expect(await screen.findByText(/No device has this extension yet/)).toBeTruthy()
  expect(screen.queryByText('Digit map')).toBeNull()
})

it('what is typed is in the address, so that it can be shown to somebody else', async () => {
  const asked = say(what({}))
  const { router } = renderWithAll(<WhatIf />, '/calls/what-if')
  fireEvent.change(screen.getByLabelText('Extension that dials'), { target: { value: '2001' } })
  await waitFor(() => expect(router.state.location.search).toBe('?from=2001'))
  fireEvent.change(screen.getByLabelText('What it dials'), { target: { value: '0 991' } })
  await waitFor(() => expect(router.state.location.search).toBe('?from=2001&dials=0+991'))
  await waitFor(() =>
    expect(asked.find((a) => a.what === 'GET /api/calls/what-if')?.query.get('dialled')).toBe('0 991'),
  )
})

it('it is tried from a phone in the Lab, and what was answered is said', async () => {
  const asked = say(what({}))
  renderWithAll(<WhatIf />, '/calls/what-if?from=2001&dials=0991')
  fireEvent.click(await screen.findByRole('button', { name: 'Try it from a phone in the Lab' }))
  expect(await screen.findByText('It was not answered: 403 Forbidden: ask a lead')).toBeTruthy()
  expect(screen.queryByText(/not as was said here/)).toBeNull()
  expect(asked.find((a) => a.what === 'POST /api/calls/what-if')?.body).toEqual({
    domainId: 1,
    from: '2001',
    dialled: '0991',
  })
})

it('nobody who only looks has a phone dial', async () => {
  say(what({}), 'VIEWER')
  renderWithAll(<WhatIf />, '/calls/what-if?from=2001&dials=0991')
  await screen.findByText('0991')
  await waitFor(() => expect(screen.queryByRole('button', { name: /Try it/ })).toBeNull())
})

it('what is typed into both fields at once is kept of both', async () => {
  say(what({}))
  const { router } = renderWithAll(<WhatIf />, '/calls/what-if')
  fireEvent.change(screen.getByLabelText('Extension that dials'), { target: { value: '2001' } })
  fireEvent.change(screen.getByLabelText('What it dials'), { target: { value: '112' } })
  await waitFor(() => expect(router.state.location.search).toContain('dials=112'))
  expect(router.state.location.search).toContain('from=2001')
})
