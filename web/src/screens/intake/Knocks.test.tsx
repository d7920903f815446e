// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Knocks } from './Knocks'

const knock = (more: object) => ({
  mac: '02-4B-7A-00-53-B1',
  siteId: 1,
  site: 'Eskvik Pier',
  firstAt: '2026-03-02T08:00:00Z',
  lastAt: '2026-03-02T08:00:00Z',
  times: 42,
  askedFor: '024b7a0053b1.korrin',
  userAgent: 'Korrin K24/2.4.1',
  source: '192.0.2.1',
  claimRefused: '',
  near: null,
  ...more,
})

const near = (others: number) => ({
  deviceId: 9,
  label: 'Ticket window 6',
  mac: '02-4B-7A-00-53-81',
  words: 'one character',
  sameSite: true,
  others,
})

const show = (knocks: object[], claims: object[] = [], mayAct = true) => {
  const acts = { onEnrol: vi.fn(), onEnrolStray: vi.fn(), onOpen: vi.fn() }
  const asked = serverSays({
    'GET /api/knocks': { body: knocks },
    'GET /api/strays': { body: [] },
    'GET /api/guessers': { body: [] },
    'GET /api/claims': { body: claims },
    'DELETE /api/knocks/02-4B-7A-00-53-B1': { status: 204 },
    'POST /api/knocks/02-4B-7A-00-53-B1/block': { status: 204 },
    'POST /api/knocks/02-4B-7A-00-53-B1/belongs-to/9': { status: 204 },
  })
  renderWithAll(
    <Knocks
      models={[{ id: 'korrin-k24', name: 'Korrin K24', kind: 'DESK_PHONE', lines: 6 }]}
      mayAct={mayAct}
      {...acts}
    />,
  )
  return { ...acts, asked }
}

it('one that names its model is enrolled as that', async () => {
  const { onEnrol } = show([knock({})])
  expect(await screen.findByText(/Asks as Korrin K24 from Eskvik Pier/)).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Enrol' }))
  expect(onEnrol).toHaveBeenCalledWith(expect.objectContaining({ mac: '02-4B-7A-00-53-B1' }), 'korrin-k24')
})

it('one that is nearly a device’s corrects its record, and opens it', async () => {
  const { asked, onOpen } = show([knock({ near: near(0) })])
  expect(await screen.findByText('Ticket window 6')).toBeTruthy()
  expect(screen.getByText(/One character from/)).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Correct the record' }))
  await waitFor(() => expect(onOpen).toHaveBeenCalledWith(9))
  expect(asked.map((a) => a.what)).toContain('POST /api/knocks/02-4B-7A-00-53-B1/belongs-to/9')
})

it('with other records as near it says that it may be nobody’s', async () => {
  show([knock({ near: near(2) })])
  expect(await screen.findByText(/2 other records are as near/)).toBeTruthy()
})

it('a refused claim is told, and a box that nobody wants is ignored or blocked', async () => {
  const { asked } = show([knock({ claimRefused: 'This code has run out.' })])
  expect(await screen.findByText('Claim refused: This code has run out.')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Ignore' }))
  fireEvent.click(screen.getByRole('button', { name: 'Block' }))
  await waitFor(() => {
    const what = asked.map((a) => a.what)
    expect(what).toContain('DELETE /api/knocks/02-4B-7A-00-53-B1')
    expect(what).toContain('POST /api/knocks/02-4B-7A-00-53-B1/block')
  })
})

it('who only looks is offered nothing to do', async () => {
  show([knock({ near: near(0) })], [], false)
  await screen.findByText('Ticket window 6')
  expect(screen.queryByRole('button', { name: /Enrol|Ignore|Block|Correct/ })).toBeNull()
})

it('records that wait to be claimed say how long their codes last', async () => {
  const at = (days: number) => new Date(Date.now() + days * 86_400_000 - 60_000).toISOString()
  const { onOpen } = show(
    [],
    [
      {
        deviceId: 3,
        code: '9685-6176',
        label: 'Ticket window 11',
        site: 'x',
        expires: at(1),
        expired: false,
      },
      { deviceId: 4, code: '1111-2222', label: 'Old box', site: 'x', expires: at(-3), expired: true },
    ],
  )
  expect(await screen.findByText('Nobody knocks.')).toBeTruthy()
  expect(await screen.findByText('1 day left')).toBeTruthy()
  expect(screen.getByText('ran out')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Ticket window 11' }))
  expect(onOpen).toHaveBeenCalledWith(3)
})
