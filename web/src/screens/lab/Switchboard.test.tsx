// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import { clockIs } from '../../kit/serverClock'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { ClockStrip } from './ClockStrip'
import { OnTheWire } from './OnTheWire'
import { PlanFleet } from './PlanFleet'
import { Traffic } from './Traffic'
import { WorldFileActs } from './WorldFileActs'
import { ZoneFile } from './ZoneFile'

// Others tell ages by it.
afterEach(() => clockIs(new Date().toISOString(), 1))

const clock = { at: '2026-03-02T12:00:00Z', pace: 1, ahead: 7_200, turns: true }

it('the clock says by how much it is ahead, and is turned by one press', async () => {
  const asked = serverSays({
    'GET /api/clock': { body: clock },
    'PUT /api/clock/pace': { body: { ...clock, pace: 60 } },
    'POST /api/clock/step': { body: clock },
  })
  renderWithAll(<ClockStrip mayAct />)
  expect(await screen.findByText('2 h ahead of the wall')).toBeTruthy()
  fireEvent.click(screen.getByText('× 60'))
  fireEvent.click(screen.getByLabelText('Step 10 min and stand'))
  await waitFor(() =>
    expect(asked.filter((a) => !a.what.startsWith('GET')).map((a) => [a.what, a.body])).toEqual([
      ['PUT /api/clock/pace', { pace: 60 }],
      ['POST /api/clock/step', { seconds: 600 }],
    ]),
  )
})

it.each([
  ['to a viewer', false, true],
  ['where real phones are', true, false],
])('the clock can’t be turned %s', async (_, mayAct, turns) => {
  serverSays({ 'GET /api/clock': { body: { ...clock, turns } } })
  renderWithAll(<ClockStrip mayAct={mayAct} />)
  expect(await screen.findByText('2 h ahead of the wall')).toBeTruthy()
  expect(screen.queryByText('× 60')).toBeNull()
})

it('what goes on is told in words as well as drawn, with who is banned', async () => {
  serverSays({
    'GET /api/lab/plots': {
      body: {
        now: '2026-03-02T12:00:09Z',
        pieceSeconds: 5,
        pieces: [
          {
            from: '2026-03-02T12:00:00Z',
            requests: 50,
            accepted: 20,
            refused: 5,
            sent: 100,
            lost: 4,
            waiting: 7,
          },
        ],
        nodes: [{ host: 'north.example', waiting: 0, banned: ['192.0.2.9'] }],
      },
    },
  })
  renderWithAll(<Traffic />)
  expect(await screen.findByLabelText('REGISTER a second: 10 now, at most 10 in ten minutes')).toBeTruthy()
  expect(screen.getByLabelText('waiting at a node: 7 now, at most 7 in ten minutes')).toBeTruthy()
  expect(screen.getByLabelText('lost, in %: 4 now, at most 4 in ten minutes')).toBeTruthy()
  expect(screen.getByText('Banned: 192.0.2.9 at north.example')).toBeTruthy()
})

const line = {
  at: '2026-03-02T12:00:00.5Z',
  from: 'Ticket window 4',
  to: 'north',
  protocol: 'SIP',
  text: 'REGISTER 2416',
  troubled: false,
}

it('lines of the wire are filtered by who and what', async () => {
  serverSays({
    'GET /api/lab/wire': {
      body: [line, { ...line, from: 'Quay', protocol: 'DNS', text: 'x SRV: NXDOMAIN', troubled: true }],
    },
  })
  renderWithAll(<OnTheWire mayAct onClose={() => {}} />)
  expect(await screen.findByText('Ticket window 4')).toBeTruthy()
  fireEvent.change(screen.getByLabelText('Filter lines'), { target: { value: 'nxdomain' } })
  await waitFor(() => expect(screen.queryByText('Ticket window 4')).toBeNull())
  expect(screen.getByText('Quay')).toBeTruthy()
})

it('a capture that can’t be read says why', async () => {
  serverSays({
    'GET /api/lab/wire': { body: [line] },
    'POST /api/lab/wire': {
      status: 422,
      body: {
        fields: [
          { pointer: '/', reason: 'It is cut short within the block at byte 28.', hint: 'A capture.' },
        ],
      },
    },
  })
  renderWithAll(<OnTheWire mayAct onClose={() => {}} />)
  const file = new File(['x'], 'cut.pcapng')
  fireEvent.change(screen.getByLabelText('Open a capture…'), { target: { files: [file] } })
  expect(await screen.findByText(/cut short within the block at byte 28/)).toBeTruthy()
})

it('what is wrong with a zone file stands at it, and a given one can be taken back', async () => {
  const asked = serverSays({
    'PUT /api/lab/zones/v.example': {
      status: 422,
      body: { fields: [{ pointer: '/text', reason: 'Line 2: invalid address', hint: 'Such as this.' }] },
    },
    'DELETE /api/lab/zones/v.example': {},
  })
  renderWithAll(
    <ZoneFile zone={{ domain: 'v.example', given: true, text: 'old', own: '' }} onClose={() => {}} />,
  )
  fireEvent.change(screen.getByLabelText('Zone file'), { target: { value: 'new' } })
  fireEvent.click(screen.getByText('Let the name service say so'))
  expect(await screen.findByText(/Line 2: invalid address/)).toBeTruthy()
  fireEvent.click(screen.getByText('Follow the domain again'))
  await waitFor(() => expect(asked.map((a) => a.what)).toContain('DELETE /api/lab/zones/v.example'))
})

it('a fleet’s sums and its run stand side by side with their difference', async () => {
  serverSays({
    'GET /api/lab/plan': {
      body: {
        last: {
          plan: {
            domain: 'v.example',
            phones: 500,
            expirySeconds: 600,
            refreshPercent: 80,
            retrySeconds: 30,
            spreadSeconds: 30,
            capacity: 20,
          },
          sums: {
            steady: 1.04,
            steadyRequests: 2.08,
            back: 16.7,
            backRequests: 33.3,
            recoverSeconds: 50,
            spreadSeconds: 50,
            expirySeconds: 125,
          },
          cure: 'Spread the start over 50 s or more.',
          done: 1,
          over: true,
          found: { back: 31, recoverSeconds: 100, steady: 1.04, steadyRequests: 2 },
        },
      },
    },
  })
  renderWithAll(<PlanFleet domains={['v.example']} onClose={() => {}} />)
  expect(await screen.findByText('+100 %')).toBeTruthy()
  expect(screen.getByText('none')).toBeTruthy()
  expect(screen.getByText('Spread the start over 50 s or more.')).toBeTruthy()
})

it('a world that was loaded can be put back as it was', async () => {
  const before = { format: 1, phones: [], faults: [], zones: [] }
  const asked = serverSays({
    'GET /api/lab/world': { body: before },
    'POST /api/lab/world': { body: { added: 2, changed: 1, faults: 3, zones: 0 } },
  })
  renderWithAll(<WorldFileActs />)
  const world = new File(['{"format":1}'], 'world.json')
  fireEvent.change(screen.getByLabelText('Load a world…'), { target: { files: [world] } })
  expect(await screen.findByText(/2 phones came, 1 are as it says; 3 faults/)).toBeTruthy()
  fireEvent.click(screen.getByText('Put it back as it was'))
  await waitFor(() =>
    expect(asked.filter((a) => a.what.startsWith('POST')).map((a) => a.body)).toEqual([
      { format: 1 },
      before,
    ]),
  )
})

it('a file that is no world says so', async () => {
  serverSays({})
  renderWithAll(<WorldFileActs />)
  fireEvent.change(screen.getByLabelText('Load a world…'), {
    target: { files: [new File(['no'], 'a.json')] },
  })
  expect(await screen.findByText(/a\.json is no JSON/)).toBeTruthy()
})
