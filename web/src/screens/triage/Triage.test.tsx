// @vitest-environment happy-dom
import { screen, within } from '@testing-library/react'
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
  devices,
  ...over,
})

function say(causes: object[], numbers: object[] = []) {
  return serverSays({
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
  expect(list.getAllByRole('link').map((l) => l.getAttribute('aria-current'))).toEqual(['true', 'false'])
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
