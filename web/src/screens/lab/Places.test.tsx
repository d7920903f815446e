// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { BreakPlace } from './BreakPlace'
import { Places } from './Places'
import type { Kind, Place } from './queries'

const fault = {
  id: 7,
  kind: 'LINE_LOSES' as const,
  words: 'the line loses datagrams: 20 %',
  on: true,
  since: '2026-03-02T09:00:00Z',
}
const pier: Place = { where: 'SITE', key: 'Eskvik Pier', name: 'Eskvik Pier', of: '', faults: [fault] }
const node: Place = {
  where: 'NODE',
  key: 'n.v.example',
  name: 'north',
  of: 'v.example',
  faults: [
    {
      id: 8,
      kind: 'NODE_DOWN',
      words: 'down',
      on: false,
      since: '2026-03-02T23:30:00',
      until: '2026-03-02T23:45:00',
    },
  ],
}
const kinds: Kind[] = [
  {
    kind: 'LINE_CUT',
    at: ['SITE'],
    words: 'the line is cut',
    seen: 'Nothing passes.',
    unit: '',
    least: 0,
    most: 0,
    usual: 0,
  },
  {
    kind: 'LINE_LOSES',
    at: ['SITE'],
    words: 'the line loses datagrams',
    seen: 'Some get lost.',
    unit: '%',
    least: 1,
    most: 100,
    usual: 10,
  },
  {
    kind: 'LINE_SLOW',
    at: ['SITE'],
    words: 'the line is slow',
    seen: 'All takes longer.',
    unit: 'ms',
    least: 1,
    most: 10_000,
    usual: 400,
  },
  {
    kind: 'NODE_DOWN',
    at: ['NODE'],
    words: 'down',
    seen: 'It says nothing.',
    unit: '',
    least: 0,
    most: 0,
    usual: 0,
  },
]
const nobody = {
  places: [pier, node],
  phones: [],
  site: '',
  onSite: () => {},
  onBreak: () => {},
  onNames: () => {},
}

it('what is wrong at a place stands beneath it, with since when or from when on, and is mended there', async () => {
  const asked = serverSays({ 'DELETE /api/lab/faults/7': {} })
  renderWithAll(<Places {...nobody} mayAct />)
  expect(screen.getByText(/the line loses datagrams: 20 %/)).toBeTruthy()
  expect(screen.getByText(/^from 23:30 on until 23:45$/)).toBeTruthy()
  fireEvent.click(screen.getByLabelText('Mend: the line loses datagrams: 20 %'))
  await waitFor(() => expect(asked.map((a) => a.what)).toEqual(['DELETE /api/lab/faults/7']))
})

it('a viewer sees what is wrong and breaks or mends nothing', () => {
  serverSays({})
  renderWithAll(<Places {...nobody} mayAct={false} />)
  expect(screen.getByText(/the line loses datagrams/)).toBeTruthy()
  expect(screen.queryByText('mend')).toBeNull()
  expect(screen.queryByText('break…')).toBeNull()
})

it('a site shows how many of its phones are registered, and its phones when it is chosen', () => {
  serverSays({})
  const onSite = vi.fn()
  const phones = ['2401 registered', '2402 registered, 2403 refused'].map((says) => ({
    site: 'Eskvik Pier',
    screen: says,
  }))
  renderWithAll(<Places {...nobody} phones={phones as never} onSite={onSite} mayAct />)
  expect(screen.getByText('1/2')).toBeTruthy()
  fireEvent.click(screen.getByText('Eskvik Pier'))
  expect(onSite).toHaveBeenCalledWith('Eskvik Pier')
})

it('a place is broken with what can be there and is not yet, and as much of it as is usual', async () => {
  const asked = serverSays({ 'POST /api/lab/faults': { status: 201, body: { id: 9 } } })
  let closed = false
  renderWithAll(<BreakPlace place={pier} kinds={kinds} onClose={() => (closed = true)} />)
  const choice = screen.getByLabelText<HTMLSelectElement>('What goes wrong')
  expect(Array.from(choice.options).map((o) => o.value)).toEqual(['LINE_CUT', 'LINE_SLOW'])
  expect(screen.queryByLabelText(/How much/)).toBeNull()
  fireEvent.change(choice, { target: { value: 'LINE_SLOW' } })
  expect(screen.getByText('All takes longer.')).toBeTruthy()
  expect(screen.getByLabelText<HTMLInputElement>(/How much/).value).toBe('400')
  fireEvent.change(screen.getByLabelText(/Lasts/), { target: { value: '5' } })
  fireEvent.click(screen.getByText('Break it'))
  await waitFor(() => expect(closed).toBe(true))
  expect(asked[0]?.body).toEqual({
    where: 'SITE',
    key: 'Eskvik Pier',
    kind: 'LINE_SLOW',
    amount: 400,
    inMinutes: 0,
    minutes: 5,
  })
})
