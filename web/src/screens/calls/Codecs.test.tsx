// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Codecs } from './Codecs'

const speaks = (label: string, spoken: string[], over: object = {}) => ({
  deviceId: 27,
  label,
  model: 'Korrin K24',
  set: ['opus', 'g722', 'pcma'],
  ofModel: spoken,
  spoken,
  ...over,
})

const kind = (model: string, deviceId: number, codecs: string[], devices = 3) => ({
  model,
  label: `One ${model}`,
  deviceId,
  devices,
  codecs,
})

function say(spoken: object, deaf: object[] = [], devices = 40) {
  serverSays({
    'GET /api/ground': {
      body: { domains: [{ id: 1, name: 'v.example' }], sites: [], models: [], templates: [], kits: [] },
    },
    'GET /api/calls/codecs': { body: { kinds: 4, devices, deaf } },
    'GET /api/calls/codecs/between': { body: spoken },
  })
  renderWithAll(<Codecs />, '/calls/codecs?domain=1&from=2413&to=2416')
}

it('what two phones speak is said, with where it comes from', async () => {
  say({
    agreed: 'g722',
    caller: speaks('Ticket window 1', ['g722', 'pcma']),
    called: speaks('Auctioneer', ['pcma', 'g722'], { ofModel: [] }),
  })
  expect(await screen.findByText('They would speak g722, by what is set for them.')).toBeTruthy()
  expect(screen.getByText('not known: all of them')).toBeTruthy()
  expect(
    await screen.findByText(
      /Any two of 40 devices have a codec in common, by what is set for them and noted/,
    ),
  ).toBeTruthy()
})

it('that they have none in common is said with what comes of it', async () => {
  say({
    agreed: '',
    caller: speaks('Ticket window 1', ['g722']),
    called: speaks('Wall', [], { set: [] }),
  })
  expect(await screen.findByText(/no codec in common: neither could hear the other/)).toBeTruthy()
  expect(screen.getAllByText('nothing')).toHaveLength(2)
})

it('kinds that can’t hear each other stand in pairs', async () => {
  say({ agreed: 'g722', caller: speaks('A', ['g722']), called: speaks('B', ['g722']) }, [
    { one: kind('Korrin K24', 1, ['g722']), other: kind('Quillon', 2, ['opus'], 1) },
  ])
  expect(await screen.findByText('nothing in common with')).toBeTruthy()
  expect(screen.getByText(/3 devices, such as/)).toBeTruthy()
  expect(screen.getByRole('link', { name: 'One Quillon' }).getAttribute('href')).toBe('/fleet/2')
})

it('without devices nothing is called good', async () => {
  say({ agreed: 'g722', caller: speaks('A', ['g722']), called: speaks('B', ['g722']) }, [], 0)
  expect(await screen.findByText('There are no two devices in use yet.')).toBeTruthy()
  expect(screen.queryByText(/in common/)).toBeNull()
})
