// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { PhoneRow } from './PhoneRow'

const mac = '02-4B-7A-00-53-13'
const phone = {
  mac,
  model: 'Korrin K24',
  site: 'Eskvik Pier',
  address: '198.51.100.125',
  powered: true,
  cable: true,
  lines: 2,
  typedByHand: false,
  screen: '2413 registered',
  deviceId: 27,
  label: 'Ticket window 1',
  rail: 'ppppppppp',
  inCall: false,
  staffed: true,
  lamps: [],
  books: [],
  caller: { number: '', name: '', title: '', slot: 0 },
  saved: '',
}

function row(over: object = {}, mayAct = true) {
  renderWithAll(
    <table>
      <tbody>
        <PhoneRow phone={{ ...phone, ...over }} mayAct={mayAct} />
      </tbody>
    </table>,
  )
}

function does(fault: string) {
  fireEvent.change(screen.getByLabelText(`Fault at ${mac}`), { target: { value: fault } })
}

const act = () => fireEvent.click(screen.getByRole('button', { name: 'Do it' }))

it.each([
  ['CLOCK', 'PUT', 'clock', { ahead: -3600 }],
  ['CLOCK_RIGHT', 'PUT', 'clock', { ahead: 0 }],
  ['AWAY', 'PUT', 'staffed', { on: false }],
  ['BACK', 'PUT', 'staffed', { on: true }],
  ['CROSS', 'POST', 'cross', undefined],
  ['RESTART', 'POST', 'restart', undefined],
  ['CALL', 'POST', 'call', undefined],
  ['CAPITALS', 'POST', 'mistype', { way: 'CAPITALS', line: 1, keep: 12 }],
])('%s is done on the phone, once it is said', async (fault, method, path, body) => {
  const what = `${method} /api/lab/phones/${mac}/${path}`
  const asked = serverSays({ [what]: {} })
  row()
  does(fault)
  expect(asked).toHaveLength(0)
  act()
  await waitFor(() => expect(asked.map((a) => [a.what, a.body])).toContainEqual([what, body]))
})

it('a password is cut at the line and length that are said', async () => {
  const what = `POST /api/lab/phones/${mac}/mistype`
  const asked = serverSays({ [what]: {} })
  row()
  does('CUT')
  fireEvent.change(screen.getByLabelText('How many characters'), { target: { value: '8' } })
  fireEvent.change(screen.getByLabelText('Line'), { target: { value: '2' } })
  act()
  await waitFor(() => expect(asked[0]?.body).toEqual({ way: 'CUT', line: 2, keep: 8 }))
})

it('lines are crossed only where there are two, and codes typed only where nothing is enrolled', () => {
  serverSays({})
  row({ lines: 1 })
  const offered = Array.from(
    screen.getByLabelText(`Fault at ${mac}`).querySelectorAll('option'),
    (o) => o.value,
  )
  expect(offered).not.toContain('CROSS')
  expect(offered).not.toContain('CLAIM')
})

it('a phone that is off has no fingers at it, and a viewer has none at all', () => {
  serverSays({})
  row({ powered: false })
  expect(screen.queryByLabelText(`Fault at ${mac}`)).toBeNull()
})

it('lamps that show something are told, those that are off are not', () => {
  serverSays({})
  row({
    lamps: [
      { caption: 'Harbour radio', number: '2400', light: 'ON' },
      { caption: 'Ida', number: '2001', light: 'OFF' },
      { caption: 'Nobody', number: '2499', light: 'DARK' },
      { caption: '', number: '2413', light: 'ON' },
    ],
  })
  expect(screen.getByText('Lamp Harbour radio: on')).toBeTruthy()
  expect(screen.getByText('Lamp Nobody: dark')).toBeTruthy()
  expect(screen.getByText('Messages of 2413: on')).toBeTruthy()
  expect(screen.queryByText(/Ida/)).toBeNull()
})

it('the key of a lamp is pressed, and what came of it is told', async () => {
  const asked = serverSays({
    [`POST /api/lab/phones/${mac}/press`]: {
      body: { worked: false, detail: '403 2004 is in no pick-up group with others' },
    },
  })
  row({ lamps: [{ caption: 'Harbour radio', number: '2400', light: 'BLINKING' }] })
  fireEvent.click(screen.getByLabelText('Press the key of Lamp Harbour radio'))
  expect(await screen.findByText(/Not answered: 403 2004 is in no pick-up group/)).toBeTruthy()
  expect(asked[0]?.body).toEqual({ caption: 'Harbour radio', number: '2400' })
})

it('a viewer switches nothing', () => {
  serverSays({})
  row({}, false)
  expect(screen.getAllByRole('switch').every((s) => (s as HTMLInputElement).disabled)).toBe(true)
  expect(screen.queryByLabelText(`Fault at ${mac}`)).toBeNull()
})

it('what can’t be done is told beside it', async () => {
  serverSays({
    [`POST /api/lab/phones/${mac}/call`]: {
      status: 422,
      body: {
        detail: 'No line of this phone is registered.',
        status: 422,
        fields: [
          { pointer: '/', reason: 'No line of this phone is registered.', hint: 'Wait until one is.' },
        ],
      },
    },
  })
  row()
  does('CALL')
  act()
  expect(await screen.findByText(/No line of this phone is registered/)).toBeTruthy()
})
