// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { withSize } from '../../test/withSize'
import { Doubled } from './Doubled'
import { EditContact } from './EditContact'
import { EditPhonebook } from './EditPhonebook'
import { ImportContacts } from './ImportContacts'
import { OpenPhonebook } from './OpenPhonebook'
import { Publish } from './Publish'
import { Takers } from './Takers'

withSize()

const quay = {
  id: 2,
  name: 'Quay',
  domainId: 1,
  domain: 'voice.tarnholm.example',
  sources: [{ from: 'ROSTER' as const, departments: ['freight'], also: ['MOBILE' as const] }],
  names: 56,
  own: 1,
  doubled: [],
  published: {
    id: 9,
    edition: '49626aa5',
    at: '2026-03-02T09:00:00Z',
    who: 'Lena Ravn',
    words: '',
    names: 55,
  },
  pending: '1 name more',
  since: '2026-03-02T10:00:00Z',
  who: 'Mats Lindqvaist',
  what: 'put Lindell Wanja into Quay',
  copies: [],
  unread: [],
  version: 3,
}

const ground = { domains: [{ id: 1, name: 'voice.tarnholm.example' }], sites: [], models: [] }
const nothing = {
  'GET /api/ground': { body: ground },
  'GET /api/families': { body: [] },
  'GET /api/phonebooks/2/contacts': { body: { all: 0, rows: [], next: -1 } },
  'GET /api/phonebooks/2/takers': { body: { takers: [], more: 0 } },
}

it('what changed since it was published is told, with by whom and what, and publishing is offered', async () => {
  serverSays(nothing)
  renderWithAll(<OpenPhonebook phonebook={quay} all={[quay]} mayChange />)
  expect(
    await screen.findByText('Made of 1 contact of its own; the roster, freight, with mobiles.'),
  ).toBeTruthy()
  expect(screen.getByText(/Since then: 1 name more/).textContent).toContain(
    '— last Mats Lindqvaist put Lindell Wanja into Quay',
  )
  expect(screen.getByRole('button', { name: 'Look and publish…' })).toBeTruthy()
})

it('a contact that is touched is lit in the file, and why its number can’t be dialled is told in full', async () => {
  const asked = serverSays({
    ...nothing,
    'GET /api/families': { body: [{ id: 'KORRIN', name: 'Korrin', phonebook: 'x' }] },
    'GET /api/phonebooks/2/contacts': {
      body: {
        all: 1,
        next: -1,
        rows: [
          {
            position: 4,
            family: 'Eskvik',
            given: '',
            department: '',
            note: '',
            version: 0,
            numbers: [
              {
                kind: 'WORK',
                number: '0555030700',
                dialled: '',
                brief: 'not for all',
                trouble: '0555030700 can’t be dialled without a permission.',
              },
            ],
          },
        ],
      },
    },
    'GET /api/phonebooks/2/file': {
      body: {
        names: 1,
        letters: 30,
        allLines: 2,
        first: 1,
        lines: ['[book]', 'shows = Eskvik'],
        litFrom: 1,
        litTo: 2,
        trouble: '',
      },
    },
  })
  renderWithAll(<OpenPhonebook phonebook={quay} all={[quay]} mayChange />)
  fireEvent.click(await screen.findByRole('button', { name: 'Eskvik' }))
  expect(await screen.findByText('0555030700 can’t be dialled without a permission.')).toBeTruthy()
  expect(screen.getByText('shows = Eskvik').dataset.lit).toBe('true')
  expect(
    asked
      .filter((a) => a.what.endsWith('/file'))
      .at(-1)
      ?.query.get('position'),
  ).toBe('4')
})

it('a viewer is offered nothing that changes', async () => {
  serverSays(nothing)
  renderWithAll(<OpenPhonebook phonebook={quay} all={[quay]} mayChange={false} />)
  expect(await screen.findByText('Nobody is in it')).toBeTruthy()
  expect(screen.queryByText('Look and publish…')).toBeNull()
  expect(screen.queryByText('Add a contact…')).toBeNull()
})

it('a list that lost its names is told, and taking it as it is is offered', async () => {
  const asked = serverSays({
    ...nothing,
    'POST /api/phonebooks/2/lists/take': {},
  })
  const copies = [
    {
      address: 'http://lists.example/a.xml',
      triedAt: '2026-03-02T09:00:00Z',
      copiedAt: '2026-03-01T09:00:00Z',
      names: 340,
      trouble: 'It has no names any more; the 340 that it had are kept.',
      waiting: 0,
    },
  ]
  renderWithAll(<OpenPhonebook phonebook={{ ...quay, copies }} all={[quay]} mayChange />)
  expect(await screen.findByText(/the 340 that it had are kept/)).toBeTruthy()
  fireEvent.click(screen.getByText('Take the 0 names instead'))
  await waitFor(() =>
    expect(asked.find((a) => a.what.startsWith('POST'))?.body).toEqual({
      address: 'http://lists.example/a.xml',
    }),
  )
})

it('who has it: those first that don’t, each with why', async () => {
  serverSays({
    'GET /api/phonebooks/2/takers': {
      body: {
        takers: [
          taker(1, 'Café till', 'NEVER_ASKED'),
          { ...taker(2, 'Slipway', 'TOO_MUCH'), names: 50, left: 5, edition: '49626aa5' },
          { ...taker(3, 'Accounts', 'HAS_IT'), names: 55, edition: '49626aa5' },
          { ...taker(4, 'Gate', 'REFUSED'), status: 403 },
        ],
        more: 2,
      },
    },
  })
  renderWithAll(<Takers phonebook={quay} />)
  expect(await screen.findByText('2 of 4 phones; 2 more were not looked at')).toBeTruthy()
  expect(screen.getByText('never asked for it')).toBeTruthy()
  expect(screen.getByText(/5 of 55 names don’t fit/)).toBeTruthy()
  expect(screen.getByText('asked and was answered 403')).toBeTruthy()
})

function taker(deviceId: number, label: string, taking: string) {
  return { deviceId, label, model: 'Korrin K24', slot: 1, taking, status: 0, edition: '', names: 0, left: 0 }
}

it('what publishing changes is told by name before it is done', async () => {
  const asked = serverSays({
    'GET /api/phonebooks/2/changes': {
      body: {
        edition: 'abcd0123',
        names: 56,
        added: ['Lindell Wanja · 2413'],
        gone: ['Reiss Benno · 2499'],
        changed: [],
        words: '1 name more, 1 fewer',
      },
    },
    'POST /api/phonebooks/2/publish': { body: { actId: 7 } },
  })
  let closed = false
  renderWithAll(<Publish phonebook={quay} onClose={() => (closed = true)} />)
  expect(await screen.findByText('56 names: 1 name more, 1 fewer.')).toBeTruthy()
  expect(screen.getByRole('region', { name: 'Fewer' }).textContent).toBe('− Reiss Benno · 2499')
  fireEvent.click(screen.getByText('Publish edition abcd0123'))
  await waitFor(() => expect(closed).toBe(true))
  expect(asked.find((a) => a.what === 'POST /api/phonebooks/2/publish')?.body).toEqual({
    edition: 'abcd0123',
  })
})

it('a number that two have is asked about, and may be left with both', async () => {
  const asked = serverSays({ 'POST /api/phonebooks/2/decisions': {} })
  renderWithAll(
    <Doubled
      phonebook={{ ...quay, doubled: [{ number: '2413', names: ['Pier light', 'Pier bell'] }] }}
      mayChange
    />,
  )
  fireEvent.click(screen.getByText('Pier bell'))
  await waitFor(() => expect(asked[0]?.body).toEqual({ number: '2413', keeper: 'Pier bell' }))
  fireEvent.click(await screen.findByText('leave it with all'))
  await waitFor(() => expect(asked[1]?.body).toEqual({ number: '2413', keeper: '' }))
})

it('what is wrong with a number stands beneath it, and what was made of one is told once it is kept', async () => {
  serverSays({
    'POST /api/phonebooks/2/contacts': {
      status: 422,
      body: { fields: [{ pointer: '/numbers/0', reason: '“ask him” can’t be dialled.', hint: 'Digits.' }] },
    },
  })
  const view = renderWithAll(<EditContact phonebook={quay} contact={undefined} onClose={() => {}} />)
  fireEvent.change(screen.getByLabelText('Family name, or all of it'), { target: { value: 'Taxi' } })
  fireEvent.change(screen.getByLabelText('Number 1'), { target: { value: 'ask him' } })
  fireEvent.click(screen.getByText('Add'))
  expect(await screen.findByText('“ask him” can’t be dialled. Digits.')).toBeTruthy()
  view.unmount()
  const asked = serverSays({
    'POST /api/phonebooks/2/contacts': {
      status: 201,
      body: { id: 4, said: ['“0800 TAXI” is 08008294: TAXI is 8294 on the keys.'] },
    },
  })
  renderWithAll(<EditContact phonebook={quay} contact={undefined} onClose={() => {}} />)
  fireEvent.change(screen.getByLabelText('Family name, or all of it'), { target: { value: 'Taxi' } })
  fireEvent.click(screen.getByText('+ another number'))
  fireEvent.change(screen.getByLabelText('Number 2'), { target: { value: '0800 TAXI' } })
  fireEvent.click(screen.getByLabelText('Take number 1 out'))
  fireEvent.click(screen.getByText('Add'))
  expect(await screen.findByText(/TAXI is 8294 on the keys/)).toBeTruthy()
  expect(asked[0]?.body).toMatchObject({ family: 'Taxi', numbers: [{ kind: 'MOBILE', number: '0800 TAXI' }] })
})

it('a phonebook is made of a roster’s departments and of a list that is kept elsewhere', async () => {
  const asked = serverSays({
    'GET /api/ground': { body: ground },
    'POST /api/phonebooks': { status: 201, body: { id: 5 } },
  })
  let made = 0
  renderWithAll(<EditPhonebook all={[quay]} onClose={() => {}} onMade={(id) => (made = id)} />)
  await screen.findByText('voice.tarnholm.example')
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Front' } })
  fireEvent.change(screen.getByLabelText('For phones of'), { target: { value: '1' } })
  fireEvent.change(screen.getByLabelText(/^Departments/), { target: { value: 'Freight, Ticket hall' } })
  fireEvent.click(screen.getByText('+ a list kept elsewhere'))
  fireEvent.change(screen.getByLabelText(/^Address/), { target: { value: 'http://lists.example/a.xml' } })
  fireEvent.click(screen.getByText('Make it'))
  await waitFor(() => expect(made).toBe(5))
  expect(asked.find((a) => a.what.startsWith('POST'))?.body).toMatchObject({
    name: 'Front',
    domainId: 1,
    sources: [
      { from: 'ROSTER', departments: ['Freight', 'Ticket hall'] },
      { from: 'ADDRESS', address: 'http://lists.example/a.xml', everyMinutes: 1440 },
    ],
  })
})

it('what is pasted is looked at before it is taken', async () => {
  const asked = serverSays({
    'PUT /api/phonebooks/2/import': {
      body: {
        fresh: 1,
        changed: 0,
        unchanged: 3,
        refused: 1,
        shown: [
          { line: 2, name: 'Ida', fate: 'NEW', words: '' },
          {
            line: 3,
            name: '',
            fate: 'REFUSED',
            words: 'The name is missing. Write one: people look for names.',
          },
        ],
      },
    },
    'PUT /api/phonebooks/2/import/take': { body: { actId: 8, rows: 1 } },
  })
  let closed = false
  renderWithAll(<ImportContacts phonebook={quay} onClose={() => (closed = true)} />)
  fireEvent.change(screen.getByLabelText('Or paste the same'), {
    target: { value: 'Name,Phone\nIda,2413\n,2414' },
  })
  fireEvent.click(screen.getByText('Look at it'))
  expect(await screen.findByText('The name is missing. Write one: people look for names.')).toBeTruthy()
  expect(screen.getByText('1 new, 0 changed, 3 unchanged, 1 refused')).toBeTruthy()
  fireEvent.click(screen.getByText('Take 1 contact'))
  await waitFor(() => expect(closed).toBe(true))
  expect(asked.map((a) => a.what)).toContain('PUT /api/phonebooks/2/import/take')
})
