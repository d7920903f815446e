// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../../test/renderWithAll'
import { Compare } from './Compare'

const side = (id: number, label: string, rail: string) => ({
  id,
  label,
  model: 'Korrin K24',
  site: 'Eskvik Pier',
  template: 'none',
  firmware: '2.4.1',
  condition: 'HELD',
  word: 'host not found',
  why: '',
  rail,
})

const difference = (label: string, expected: boolean, group = 'Registration', line = 1) => ({
  group,
  label,
  line,
  one: 'a',
  oneFrom: 'Site Eskvik Pier',
  other: '',
  otherFrom: '',
  expected,
})

const show = (at: string) => {
  serverSays({
    'GET /api/compare': {
      body: {
        one: side(1, 'Gate office', 'ppppph---'),
        other: side(2, 'Café till', 'ppppppppp'),
        sentence: 'Café till carries; Gate office does not find its registrar.',
        same: 61,
        differences: [
          difference('Registrar', false),
          difference('Expiry', false, 'Registration', 2),
          difference('Label', true, 'Records'),
        ],
      },
    },
    'GET /api/devices': { body: { rows: [], total: 0, capped: false, conditions: [], next: '' } },
    'GET /api/search': { body: [] },
  })
  return renderWithAll(<Compare />, at)
}

it('until two devices are chosen it says what to choose', () => {
  show('/templates/compare?one=1')
  expect(screen.getByText('This one works, that one doesn’t')).toBeTruthy()
})

it('two are told apart in one sentence, and what always differs is left out until it is wished', async () => {
  show('/templates/compare?one=1&other=2')
  expect(await screen.findByRole('heading', { name: /does not find its registrar/ })).toBeTruthy()
  expect(screen.getByText('Registrar')).toBeTruthy()
  expect(screen.getByText('line 2')).toBeTruthy()
  expect(screen.getAllByText('–')).toHaveLength(2)
  expect(screen.queryByText('The records')).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Show 1 that differ on any two phones' }))
  expect(screen.getByText('The records')).toBeTruthy()
  expect(screen.getByText(/61 settings are the same/)).toBeTruthy()
})

it('each of the two leads to its sheet', async () => {
  show('/templates/compare?one=1&other=2')
  const link = await screen.findByRole('link', { name: 'Gate office' })
  expect(link.getAttribute('href')).toBe('/fleet/1')
})
