// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Triage } from './Triage'

const device = (id: number, over: object = {}) => ({
  id,
  label: `Gate ${id}`,
  mac: `02-4B-7A-00-53-0${id}`,
  model: 'Korrin K12',
  site: 'Eskvik Pier',
  rail: 'ppppf----',
  sentence: 'DNS knows no voise.tarnholm.example.',
  ...over,
})

const cause = (name: string, devices: object[], over: object = {}) => ({
  cause: name,
  variant: 'v',
  title: `Cause ${name}`,
  sentence: `What ${name} came to.`,
  stop: 'LOCATED',
  leavesDialTone: false,
  count: devices.length,
  since: new Date(Date.now() - 3_600_000).toISOString(),
  aside: false,
  mark: { takenBy: '', closedBy: '', closedWhy: '' },
  devices,
  ...over,
})

const SESSION = { login: 'mats', name: 'Mats Eide', role: 'TECHNICIAN' }

function say(causes: object[], numbers: object[] = [], more: Parameters<typeof serverSays>[0] = {}) {
  return serverSays({
    'GET /api/session': { body: SESSION },
    'GET /api/ground': {
      body: { sites: [{ id: 3, name: 'Eskvik Pier' }], models: [{ id: 'k', name: 'K12' }] },
    },
    'GET /api/triage/done': { body: { all: 0, passed: 0, waiting: 0, others: 0 } },
    ...more,
    'GET /api/triage': { body: causes },
    'GET /api/triage/numbers': { body: numbers },
    'GET /api/triage/shared': {
      body: {
        sentence: '',
        factors: [],
        chance: 1,
        withinSeconds: -1,
        matrix: { down: 'site', across: 'model', rows: [], columns: [], cells: [] },
      },
    },
  })
}

it('numbers that ring nothing by what is on record stand beneath, each with where it is mended', async () => {
  const rings = {
    domainId: 3,
    domain: 'voice.tarnholm.example',
    end: 'LOOP',
    title: 'Calls go round',
    sentence: 'It goes round, 2413 → 2414 → 2413.',
    count: 7,
    some: ['2413', '2414'],
  }
  say([], [rings])
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  const section = await screen.findByRole('region', { name: 'Numbers that ring nothing' })
  expect(within(section).getByRole('link', { name: 'Calls go round' }).getAttribute('href')).toBe(
    '/calls/nothing?domain=3&end=LOOP',
  )
  expect(section.textContent).toContain('2413, 2414 and 5 more')
  expect(screen.getByText('No device is held')).toBeTruthy()
})

it('where nothing is held, that is said', async () => {
  say([])
  renderWithAll(<Triage />, '/triage')
  expect(await screen.findByText('No device is held')).toBeTruthy()
})

it('causes stand in their order, the first open with its devices and what they share', async () => {
  const asked = say([cause('name', [device(1), device(2)]), cause('lapsed', [device(3)])])
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  expect(await screen.findByText('3 devices held or silent · 2 causes')).toBeTruthy()
  const list = within(screen.getByRole('navigation', { name: 'Causes' }))
  expect(
    list
      .getAllByRole('link')
      .slice(2)
      .map((l) => l.getAttribute('aria-current')),
  ).toEqual(['true', 'false'])
  expect(screen.getByRole('heading', { name: 'Cause name' })).toBeTruthy()
  expect(asked.some((a) => a.what === 'GET /api/triage/shared')).toBe(true)
  expect(screen.getByRole('link', { name: 'Gate 2' }).getAttribute('href')).toBe('/fleet/2')
})

it('what takes no dial tone away is counted and told apart', async () => {
  say([cause('name', [device(1)]), cause('lamp-dark', [device(2), device(3)], { leavesDialTone: true })])
  renderWithAll(<Triage />, '/triage/lamp-dark~v', '/triage/:cause?')
  expect(await screen.findByText('1 device held or silent, 2 with something else · 2 causes')).toBeTruthy()
  expect(screen.getByText('2 devices, with dial tone')).toBeTruthy()
})

it('the cause in the address is open; of one device nothing is shared', async () => {
  const asked = say([cause('name', [device(1), device(2)]), cause('lapsed', [device(3)])])
  renderWithAll(<Triage />, '/triage/lapsed~v', '/triage/:cause?')
  expect(await screen.findByRole('heading', { name: 'Cause lapsed' })).toBeTruthy()
  expect(asked.some((a) => a.what === 'GET /api/triage/shared')).toBe(false)
})

it('where devices did different things, each says its own', async () => {
  say([cause('name', [device(1), device(2, { sentence: 'It looked up another name.', site: 'Terminal' })])])
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  expect(await screen.findByText('It looked up another name.')).toBeTruthy()
})

it('a cause that is gone from the address leads to the first there is', async () => {
  say([cause('name', [device(1)])])
  renderWithAll(<Triage />, '/triage/mended~x', '/triage/:cause?')
  expect(await screen.findByRole('heading', { name: 'Cause name' })).toBeTruthy()
})

const two = [device(1), device(2)]

it('a cause is taken with a key, and whoever works on it is named', async () => {
  const asked = say([cause('name-not-found', two)], [], { 'POST /api/triage/take': { status: 200 } })
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  await screen.findByText('Nobody works on it.')
  await screen.findByRole('button', { name: 'Take it' })
  fireEvent.keyDown(document.body, { key: 't' })
  await waitFor(() =>
    expect(asked.find((a) => a.what === 'POST /api/triage/take')?.body).toEqual({
      cause: 'name-not-found',
      variant: 'v',
    }),
  )
})

it('a cause is closed with a reason, and what is wrong with that stands there', async () => {
  const asked = say([cause('name-not-found', two)], [], {
    'POST /api/triage/close': (body) =>
      (body as { why: string }).why === 'cable is ordered'
        ? { status: 200 }
        : {
            status: 422,
            body: { fields: [{ pointer: '/why', reason: 'The reason is missing.', hint: 'One line.' }] },
          },
  })
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  fireEvent.click(await screen.findByRole('button', { name: 'Close…' }))
  fireEvent.click(screen.getByRole('button', { name: 'Close it' }))
  await screen.findByText(/The reason is missing/)
  fireEvent.change(screen.getByLabelText('Why it is closed'), { target: { value: 'cable is ordered' } })
  fireEvent.click(screen.getByRole('button', { name: 'Close it' }))
  await waitFor(() => expect(screen.queryByLabelText('Why it is closed')).toBeNull())
  expect(asked.filter((a) => a.what === 'POST /api/triage/close')).toHaveLength(2)
})

it.each([
  [{ takenBy: 'Mats Eide', takenAt: '2026-03-02T08:00:00Z' }, false, /You work on it/, 'Leave it'],
  [{ takenBy: 'Lena Ravn', takenAt: '2026-03-02T08:00:00Z' }, false, /Lena Ravn works on it/, 'Take it over'],
  [
    { closedBy: 'Lena Ravn', closedAt: '2026-03-02T08:00:00Z', closedWhy: 'old' },
    true,
    /It opens again by itself/,
    'Open it again',
  ],
  [
    { closedBy: 'Lena Ravn', closedAt: '2026-03-02T08:00:00Z', closedWhy: 'old' },
    false,
    /another device came/,
    'Take it',
  ],
  [{ asideUntil: '2999-03-02T08:00:00Z' }, true, /until/, 'Open it again'],
])('how a cause stands is told: %j', async (mark, aside, words, button) => {
  say([cause('name-not-found', two, { aside, mark: { takenBy: '', closedBy: '', closedWhy: '', ...mark } })])
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  expect(await screen.findByRole('button', { name: button })).toBeTruthy()
  expect(screen.getByText(words)).toBeTruthy()
})

it('what is offered to one is offered to all, and what came of it is counted', async () => {
  const remedy = {
    action: 'RELEASE',
    label: 'Release to this device',
    line: 0,
    target: '',
    will: 'It is given.',
    isDoneHere: true,
  }
  const asked = say([cause('name-not-found', two)], [], {
    'GET /api/devices/1': { body: { findings: [{ cause: 'name-not-found', remedies: [remedy] }] } },
    'GET /api/triage/done': { body: { all: 2, passed: 1, waiting: 1, others: 0 } },
    'POST /api/triage/remedies': (body) =>
      (body as { supersede?: boolean }).supersede
        ? { body: { devices: 2 } }
        : { status: 422, body: { fields: [{ pointer: '/supersede', reason: '2 devices wait.', hint: '' }] } },
  })
  renderWithAll(<Triage />, '/triage', '/triage/:cause?')
  expect(await screen.findByText('1 of 2 passed')).toBeTruthy()
  fireEvent.click(await screen.findByRole('button', { name: 'Release · all 2' }))
  fireEvent.click(await screen.findByRole('button', { name: 'Let it leave, and release' }))
  await waitFor(() =>
    expect(asked.filter((a) => a.what === 'POST /api/triage/remedies').at(-1)?.body).toEqual({
      cause: 'name-not-found',
      variant: 'v',
      action: 'RELEASE',
      supersede: true,
    }),
  )
})

it('causes are narrowed by what stands in the address, to those of mine too', async () => {
  const mine = {
    mark: { takenBy: 'Mats Eide', takenAt: '2026-03-02T08:00:00Z', closedBy: '', closedWhy: '' },
  }
  const asked = say([cause('name-not-found', two), cause('lapsed', [device(3)], mine)])
  const { router } = renderWithAll(<Triage />, '/triage?hours=8', '/triage/:cause?')
  await screen.findByText('Cause lapsed')
  expect(asked.find((a) => a.what === 'GET /api/triage')?.query.get('newerThan')).toBeTruthy()
  fireEvent.click(screen.getByLabelText('mine'))
  await waitFor(() => expect(screen.queryAllByText('Cause name-not-found')).toHaveLength(0))
  fireEvent.change(screen.getByLabelText('Site'), { target: { value: '3' } })
  await waitFor(() => expect(router.state.location.search).toContain('site=3'))
  expect(router.state.location.search).toContain('mine=1')
})
