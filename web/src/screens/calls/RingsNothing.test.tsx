// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { RingsNothing } from './RingsNothing'

const domain = { id: 1, name: 'tarnholm.example', blocks: [] }
const dead = (more: object) => ({
  looked: 40,
  dead: 2,
  byEnd: { NOBODY_HAS_IT: 1 },
  unassigned: 1,
  numbers: [
    {
      asked: '+99955012413',
      shown: '+999 5501 2413',
      name: 'rings 2413',
      end: 'NOBODY_HAS_IT',
      why: 'Nobody has 2499.',
      deviceId: 0,
      label: '',
      device: '',
    },
    {
      asked: '+99955012499',
      shown: '+999 5501 2499',
      name: '',
      end: null,
      why: 'Nothing is registered as 2416.',
      deviceId: 9,
      label: 'Window 4',
      device: 'not registered: 2417’s password',
    },
  ],
  ...more,
})

function say(body: object) {
  return serverSays({
    'GET /api/ground': { body: { domains: [domain], sites: [], models: [], templates: [], kits: [] } },
    'GET /api/calls/dead': { body },
  })
}

it('numbers that ring nothing stand there with why, each leading to its call path', async () => {
  const asked = say(dead({}))
  renderWithAll(<RingsNothing />, '/calls/nothing')
  await screen.findByText(
    '2 of 40 numbers ring nothing now, 1 of them outside numbers that are given to nobody.',
  )
  expect(screen.getByText('Nobody has 2499.')).toBeTruthy()
  expect(screen.getByRole('link', { name: '+999 5501 2413' }).getAttribute('href')).toBe(
    '/calls/rings?domain=1&number=%2B99955012413',
  )
  const device = screen.getByRole('link', { name: 'Window 4' })
  expect(device.getAttribute('href')).toBe('/fleet/9')
  expect(device.closest('td')?.textContent).toBe('Window 4 not registered: 2417’s password')
  fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'NOBODY_HAS_IT' } })
  await waitFor(() => expect(asked.some((a) => a.query.get('end') === 'NOBODY_HAS_IT')).toBe(true))
})

it('that all ring something is said, and that there are none', async () => {
  say(dead({ dead: 0, unassigned: 0, byEnd: {}, numbers: [] }))
  renderWithAll(<RingsNothing />, '/calls/nothing')
  await screen.findByText('Every number rings something')
  expect(screen.getByText('0 of 40 numbers ring nothing now.')).toBeTruthy()
})

it('none for one reason is not told as none at all', async () => {
  say(dead({ numbers: [] }))
  renderWithAll(<RingsNothing />, '/calls/nothing?end=LOOP')
  await screen.findByText('None for this reason')
  expect(screen.queryByText('Every number rings something')).toBeNull()
})
