// @vitest-environment happy-dom
import { screen, waitFor, within } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { STOPS } from '../../kit/stops'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Today } from './Today'

const AGO = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString()

const day = (more: object = {}) => ({
  devices: 134,
  stops: STOPS.map(([stop], i) => ({ stop, reached: 134 - i * 4, held: i === 4 ? 12 : 0 })),
  lookedAt: AGO(90),
  lately: [
    { at: AGO(60), held: 3 },
    { at: AGO(0), held: 12 },
  ],
  ...more,
})

const cause = (name: string, newest: string, more: object = {}) => ({
  cause: name,
  variant: 'v',
  title: `Cause ${name}`,
  sentence: `What ${name} came to.`,
  stop: 'LOCATED',
  leavesDialTone: false,
  count: 12,
  since: AGO(200),
  newest,
  aside: false,
  mark: { takenBy: '', closedBy: '', closedWhy: '' },
  devices: [],
  ...more,
})

const watch = (state: string) => ({
  id: 1,
  cause: 'lapsed',
  title: 'x',
  label: 'Re-send configuration',
  who: 'Mats Lind',
  began: AGO(3),
  state,
  words: 'Nothing came from it yet.',
  at: AGO(2),
})

const says = (more: Parameters<typeof serverSays>[0] = {}) =>
  serverSays({
    'GET /api/today': { body: day() },
    'GET /api/triage': { body: [] },
    'GET /api/releases': { body: [] },
    'GET /api/remedies': { body: [] },
    'GET /api/knocks': { body: [] },
    'GET /api/strays': { body: [] },
    'GET /api/acts': { body: [] },
    'POST /api/today/looked': { status: 204 },
    ...more,
  })

it('the fleet stands on its path with how many reached each stop and where they are held', async () => {
  says()
  renderWithAll(<Today />)
  const path = await screen.findByRole('group', { name: 'The fleet on the path' })
  expect(within(path).getByText('134')).toBeTruthy()
  expect(within(path).getByText('102')).toBeTruthy()
  expect(within(path).getByText('12 held')).toBeTruthy()
  expect(screen.getByRole('figure', { name: /12 now, at most 12 since/ })).toBeTruthy()
  expect(screen.getByText('No device is held.')).toBeTruthy()
})

it('while it is not known what is held, nothing good is said', async () => {
  says({ 'GET /api/triage': { status: 500, body: {} } })
  renderWithAll(<Today />)
  await screen.findByText(/134 devices/)
  expect(screen.queryByText('No device is held.')).toBeNull()
  expect(screen.queryByText(/nothing is new/)).toBeNull()
})

it('what came since the last look is new, and who works on it is named', async () => {
  says({
    'GET /api/triage': {
      body: [
        cause('name-not-found', AGO(5)),
        cause('lapsed', AGO(200), { mark: { takenBy: 'Mats Lind', closedBy: '', closedWhy: '' } }),
        cause('not-heard', AGO(5), { aside: true }),
      ],
    },
  })
  renderWithAll(<Today />)
  const causes = await screen.findByRole('region', { name: 'Held, by cause' })
  await within(causes).findByText('Cause lapsed')
  expect(within(causes).getAllByText('new')).toHaveLength(1)
  expect(within(causes).getByText('Mats Lind')).toBeTruthy()
  expect(screen.queryByText('Cause not-heard')).toBeNull()
  expect(screen.getByText(/1 cause is new/)).toBeTruthy()
})

it('what leaves dial tone is counted apart from what holds a device', async () => {
  says({
    'GET /api/triage': {
      body: [
        ...Array.from({ length: 8 }, (_, i) => cause(`held-${i}`, AGO(5))),
        cause('dark-lamp', AGO(5), { leavesDialTone: true }),
      ],
    },
  })
  renderWithAll(<Today />)
  const causes = await screen.findByRole('region', { name: 'Held, by cause' })
  expect(
    await within(causes).findByText(/devices held or silent, 8 causes; 1 more leaves dial tone/),
  ).toBeTruthy()
  expect(within(causes).getByText('All 9 in Triage').getAttribute('href')).toBe('/triage')
  expect(within(causes).queryByText('No device is held.')).toBeNull()
})

it('a device with dial tone is not held, whatever is said of it', async () => {
  says({ 'GET /api/triage': { body: [cause('dark-lamp', AGO(5), { leavesDialTone: true })] } })
  renderWithAll(<Today />)
  const causes = await screen.findByRole('region', { name: 'Held, by cause' })
  expect(await within(causes).findByText('No device is held.')).toBeTruthy()
  expect(within(causes).getByText('Cause dark-lamp')).toBeTruthy()
})

it('what is set aside is held all the same', async () => {
  says({ 'GET /api/triage': { body: [cause('not-heard', AGO(5), { aside: true })] } })
  renderWithAll(<Today />)
  const causes = await screen.findByRole('region', { name: 'Held, by cause' })
  expect(await within(causes).findByText('All that is held is set aside.')).toBeTruthy()
  expect(within(causes).getByText(/1 set aside/)).toBeTruthy()
  expect(within(causes).queryByText('No device is held.')).toBeNull()
})

it('a look is told the server once it took its time, and nothing is new the first time ever', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true })
  const asked = says({ 'GET /api/today': { body: day({ lookedAt: undefined }) } })
  renderWithAll(<Today />)
  await screen.findByText('134 devices in use')
  expect(asked.some((a) => a.what === 'POST /api/today/looked')).toBe(false)
  vi.advanceTimersByTime(6_000)
  await waitFor(() => expect(asked.some((a) => a.what === 'POST /api/today/looked')).toBe(true))
  vi.useRealTimers()
})

it('what is under way, at the door and changed stands beside it', async () => {
  says({
    'GET /api/releases': {
      body: [
        {
          id: 33,
          at: AGO(4),
          by: 'Lena Ravn',
          reason: 'summer hours',
          devices: 9,
          waves: 2,
          standing: 'STOPPED',
        },
        { id: 32, at: AGO(9), by: 'Lena Ravn', reason: '', devices: 4, waves: 1, standing: 'CARRIED' },
      ],
    },
    'GET /api/remedies': { body: [{ deviceId: 7, device: 'Lost property', watch: watch('PASSED') }] },
    'GET /api/knocks': {
      body: [
        {
          mac: '02-4B-7A-00-53-B1',
          site: 'Eskvik Pier',
          lastAt: AGO(1),
          times: 47,
          near: { words: 'one character', label: 'Ticket window 6' },
        },
      ],
    },
    'GET /api/strays': {
      body: [{ id: 5, number: '2512', address: '192.0.2.77', registered: true, lastAt: AGO(2), times: 3 }],
    },
    'GET /api/acts': {
      body: [{ id: 9, at: AGO(7), who: 'Lena Ravn', title: 'set Registrar', undone: false, turnedBy: '' }],
    },
  })
  renderWithAll(<Today />)
  const underWay = await screen.findByRole('region', { name: 'Under way' })
  expect(
    await within(underWay).findByText(/a wave stopped · 2 waves, by Lena Ravn · summer hours/),
  ).toBeTruthy()
  expect(within(underWay).queryByText('Release 32')).toBeNull()
  expect(await within(underWay).findByText(/It passed at/)).toBeTruthy()
  expect(await screen.findByText('one character from Ticket window 6')).toBeTruthy()
  expect(await screen.findByText('A stray on 2512')).toBeTruthy()
  expect(await screen.findByText('set Registrar')).toBeTruthy()
})
