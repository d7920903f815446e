// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { FindingBox } from './FindingBox'
import { WhatWasDone } from './WhatWasDone'

const remedy = (more: Partial<Schemas['RemedyView']>): Schemas['RemedyView'] => ({
  action: 'ADVICE',
  label: 'Read the label under the phone.',
  line: 0,
  target: '',
  will: '',
  isDoneHere: false,
  ...more,
})

const FINDING: Schemas['FindingView'] = {
  cause: 'mac-mistyped',
  title: 'Its MAC is mistyped',
  leavesDialTone: false,
  certainty: 'LIKELY',
  settledBy: 'The label under the phone.',
  line: 0,
  sentence: 'It never called in.',
  detail: 'Nobody enrolled it.',
  since: '2026-03-02T08:00:00Z',
  tries: 7,
  evidence: ['a knock'],
  remedies: [
    remedy({
      action: 'CORRECT_MAC',
      label: 'Give it the MAC 02-4B-7A-00-53-B1',
      target: '02-4B-7A-00-53-B1',
      will: 'Its record gets that MAC.',
      isDoneHere: true,
    }),
    remedy({}),
  ],
}

const device = { id: 9, model: 'Korrin K24', lines: [{}], templateId: 3 } as unknown as Schemas['DeviceSheet']
const DONE = '/api/devices/9/remedies'

const watch = (state: Schemas['WatchView']['state'], words: string) => ({
  id: 1,
  cause: 'mac-mistyped',
  title: 'Its MAC is mistyped',
  label: 'Give it the MAC',
  who: 'Mats',
  began: new Date(Date.now() - 30_000).toISOString(),
  state,
  words,
  at: new Date().toISOString(),
})

function box(mayAct = true) {
  renderWithAll(
    <FindingBox device={device} finding={FINDING} mayAct={mayAct} onBind={() => {}} onCard={() => {}} />,
  )
}

it('a remedy says what will change, is done with what it offers, and what helped before stands beside it', async () => {
  const helped = [
    { cause: 'mac-mistyped', label: 'Give it the MAC', passed: 3, times: 4, last: '2026-03-01T08:00:00Z' },
    { cause: 'lapsed', label: 'Restart it', passed: 1, times: 1, last: '2026-03-01T08:00:00Z' },
  ]
  const asked = serverSays({
    [`GET ${DONE}`]: { body: { watches: [], helped } },
    [`POST ${DONE}`]: { status: 200 },
  })
  box()
  const act = screen.getByRole('button', { name: /Give it the MAC/ })
  expect(act.getAttribute('aria-describedby')).toBeTruthy()
  expect(screen.getByText('Its record gets that MAC.')).toBeTruthy()
  expect(
    await screen.findByText('On a Korrin K24 it passed after “Give it the MAC” 3 of 4 times.'),
  ).toBeTruthy()
  expect(screen.queryByText(/Restart it/)).toBeNull()
  fireEvent.click(act)
  await waitFor(() => expect(asked.find((a) => a.what === `POST ${DONE}`)).toBeTruthy())
  expect(asked.find((a) => a.what === `POST ${DONE}`)?.body).toEqual({
    cause: 'mac-mistyped',
    line: 0,
    action: 'CORRECT_MAC',
    target: '02-4B-7A-00-53-B1',
  })
})

it('what is not offered any more is told where it was asked for', async () => {
  serverSays({
    [`GET ${DONE}`]: { body: { watches: [], helped: [] } },
    [`POST ${DONE}`]: { status: 412, body: { detail: 'That is not offered any more.' } },
  })
  box()
  fireEvent.click(screen.getByRole('button', { name: /Give it the MAC/ }))
  expect(await screen.findByText(/not offered any more/)).toBeTruthy()
})

it('who only looks is told what to do and has no buttons', () => {
  serverSays({ [`GET ${DONE}`]: { body: { watches: [], helped: [] } } })
  box(false)
  expect(screen.queryByRole('button')).toBeNull()
  expect(screen.getByText(/Read the label/)).toBeTruthy()
})

it.each([
  ['WAITING', 'Nothing came from it yet.', 'Nothing came from it yet.'],
  ['WAITING', '', 'Waiting for the phone.'],
  ['PASSED', 'It passed.', /It passed at \d\d:\d\d:\d\d\./],
  ['QUIET', 'Somebody has to look.', 'Somebody has to look.'],
] as const)('what was done is told: %s', async (state, words, shown) => {
  serverSays({ [`GET ${DONE}`]: { body: { watches: [watch(state, words)], helped: [] } } })
  renderWithAll(<WhatWasDone id={9} />)
  expect(await screen.findByText(shown)).toBeTruthy()
  expect(screen.getByRole('status')).toBeTruthy()
})

it('what passed long ago is not shown any more', async () => {
  const old = { ...watch('PASSED', 'It passed.'), at: '2020-03-02T08:00:00Z' }
  const asked = serverSays({ [`GET ${DONE}`]: { body: { watches: [old], helped: [] } } })
  renderWithAll(<WhatWasDone id={9} />)
  await waitFor(() => expect(asked.length).toBe(1))
  expect(screen.queryByRole('status')).toBeNull()
})
