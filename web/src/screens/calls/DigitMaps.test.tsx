// @vitest-environment happy-dom
import { screen, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { DigitMaps } from './DigitMaps'

const map = (text: string, over: object = {}) => ({
  map: text,
  places: ['Site Eskvik Pier'],
  problem: '',
  atOnce: 40,
  waiting: 0,
  shadowed: 0,
  refused: 0,
  shown: [],
  ...over,
})

function say(maps: object[], proposal = '112|24xx|0x.T') {
  serverSays({
    'GET /api/ground': {
      body: {
        domains: [{ id: 1, name: 'voice.tarnholm.example' }],
        sites: [],
        models: [],
        templates: [],
        kits: [],
      },
    },
    'GET /api/calls/digit-maps': {
      body: { numbers: 40, proposal, proposed: map(proposal), maps },
    },
  })
  renderWithAll(<DigitMaps />, '/calls/digit-maps?domain=1')
}

it('a map that sends everything at once says so, and the proposal is offered to be set', async () => {
  say([map('24xx')])
  expect(await screen.findByText('Every number is sent with its last digit.')).toBeTruthy()
  expect(screen.getByText(/Set it for the domain/)).toBeTruthy()
})

it('numbers that wait, or can’t be dialled, are told with why', async () => {
  say([
    map('24xxT|3xx', {
      waiting: 2,
      shadowed: 1,
      refused: 1,
      shown: [
        { number: '7001', fate: 'NOT_DIALLED', by: '', sent: '' },
        { number: '3001', fate: 'SHADOWED', by: '3xx', sent: '300' },
        { number: '2413', fate: 'WAITS', by: '24xxT', sent: '' },
      ],
    }),
  ])
  const part = within(await screen.findByRole('region', { name: '24xxT|3xx' }))
  expect(
    part.getByText('40 numbers are sent with their last digit, 2 wait for the timer, 2 can’t be dialled.'),
  ).toBeTruthy()
  expect(part.getByText(/is sent before the rest is dialled/)).toBeTruthy()
  expect(part.getByText('and 1 more')).toBeTruthy()
})

it('where every number waits they are not told one by one', async () => {
  say([
    map('x.T', {
      atOnce: 0,
      waiting: 40,
      shown: [{ number: '2413', fate: 'WAITS', by: 'x.T', sent: '' }],
    }),
  ])
  expect(await screen.findByText(/Every number waits for the timer/)).toBeTruthy()
  expect(screen.queryByText('2413')).toBeNull()
})

it('what no phone takes is not proposed', async () => {
  say([map('x.T')], '')
  expect(await screen.findByText(/more patterns than a phone takes/)).toBeTruthy()
})

it('what is set already is not proposed as something to set', async () => {
  say([map('112|24xx|0x.T')])
  expect(await screen.findByText(/It is set already/)).toBeTruthy()
})
