// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Notes } from './Notes'
import type { StoryView } from './queries'
import { StoryPart } from './StoryPart'
import { Twin } from './Twin'
import { fitted, place } from './events'

const AT = '2026-03-02T09:05:00Z'
const STORY = {
  from: '2026-03-02T08:00:00Z',
  to: '2026-03-02T10:00:00Z',
  story: [{ at: AT, words: 'Its last registration ended.' }],
  changes: [{ at: '2026-03-02T09:00:00Z', who: 'Lena', words: 'released to 12 devices' }],
  asks: [],
  lines: [{ line: 1, number: '2416', registered: [], refused: [] }],
  troubles: [],
}

it('a sentence of the story sets the moment, and the arrow keys step through what happened', async () => {
  serverSays({ 'GET /api/devices/9/story': { body: STORY } })
  const { router } = renderWithAll(<StoryPart id={9} domain="v.example" site="Eskvik Pier" />)
  fireEvent.click(await screen.findByTitle('Show this moment'))
  expect(new URLSearchParams(router.state.location.search).get('moment')).toBe(AT)
  fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowLeft' })
  expect(new URLSearchParams(router.state.location.search).get('moment')).toBe('2026-03-02T09:00:00Z')
  expect(await screen.findByText(/Lena: released to 12 devices/)).toBeTruthy()
})

it('a twin is compared when it is asked for', async () => {
  const asked = serverSays({
    'GET /api/devices/9/twin': {
      body: {
        id: 7,
        label: 'Ticket window 3',
        mac: '',
        same: ['Korrin K24'],
        differences: [{ what: 'Firmware', here: '2.3.9', there: '2.4.1' }],
      },
    },
  })
  renderWithAll(<Twin id={9} />)
  expect(asked).toHaveLength(0)
  fireEvent.click(screen.getByRole('button', { name: 'Compare with one like it that works' }))
  const twin = await screen.findByRole('region', { name: 'Its twin' })
  expect(within(twin).getByText('Ticket window 3').getAttribute('href')).toBe('/fleet/7')
  expect(within(twin).getByText('2.4.1')).toBeTruthy()
})

it('a note is handed over, and who only looks writes none', async () => {
  const session = (role: string) => ({ body: { login: 'm', name: 'Mats', role } })
  const body = {
    people: ['Lena', 'Mats'],
    notes: [
      {
        id: 3,
        device: 9,
        label: 'x',
        at: AT,
        who: 'Lena',
        text: '<b>port 7</b> is dead',
        handedTo: 'Mats',
        doneBy: '',
      },
    ],
  }
  const asked = serverSays({
    'GET /api/session': session('TECHNICIAN'),
    'GET /api/devices/9/notes': { body },
    'POST /api/devices/9/notes': {},
    'POST /api/notes/3/done': {},
  })
  renderWithAll(<Notes id={9} />)
  expect(await screen.findByText('<b>port 7</b> is dead')).toBeTruthy()
  fireEvent.change(await screen.findByLabelText('Note'), { target: { value: 'tried port 8' } })
  expect(screen.queryByText('hand over to Mats')).toBeNull()
  fireEvent.change(screen.getByLabelText('Hand over to'), { target: { value: 'Lena' } })
  fireEvent.click(screen.getByRole('button', { name: 'Hand over' }))
  fireEvent.click(screen.getByRole('button', { name: 'Done' }))
  await expect.poll(() => asked.filter((a) => a.what.startsWith('POST')).length).toBe(2)
  expect(asked.find((a) => a.what === 'POST /api/devices/9/notes')?.body).toEqual({
    text: 'tried port 8',
    handedTo: 'Lena',
  })
})

it('what went on at its site stands on the same axis', async () => {
  serverSays({
    'GET /api/devices/9/story': { body: STORY },
    'GET /api/traffic/site': {
      body: {
        from: '2026-03-02T08:00:00Z',
        until: '2026-03-02T10:00:00Z',
        sliceSeconds: 300,
        places: [
          {
            domain: 'v.example',
            name: 'north',
            points: [{ from: '2026-03-02T09:05:00Z', registered: 3, refused: 2, lapsed: 1 }],
          },
        ],
      },
    },
  })
  renderWithAll(<StoryPart id={9} domain="v.example" site="Eskvik Pier" />)
  const bar = await screen.findByTitle(/3 registered, 2 refused, 1 ran out/)
  // The axis begins with the first thing that happened, at 9:00, and not where the story was asked for from.
  const shown = fitted(STORY as unknown as StoryView)
  expect(shown.from > STORY.from).toBe(true)
  expect(parseFloat(bar.style.left)).toBeCloseTo(place('2026-03-02T09:05:00Z', shown.from, shown.to))
  expect(screen.getByText('All of Eskvik Pier')).toBeTruthy()
})
