// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { RegistrationPlots } from './RegistrationPlots'

const answers: Record<string, unknown> = {}
const says = () =>
  serverSays({ 'GET /api/traffic': (_, query) => ({ body: answers[query.get('by') ?? ''] }) })

const view = (...places: { domain: string; name: string }[]) => ({
  from: '2026-03-02T08:00:00Z',
  until: '2026-03-02T20:00:00Z',
  sliceSeconds: 300,
  places: places.map((p) => ({
    ...p,
    points: [{ from: '2026-03-02T08:05:00Z', registered: 4, refused: 1, lapsed: 0 }],
  })),
})

it('each node says in words what its plot shows, and sites are asked for by their own button', async () => {
  answers.node = view({ domain: 'v.example', name: 'north' })
  answers.site = view({ domain: 'v.example', name: 'Eskvik Pier' })
  says()
  renderWithAll(<RegistrationPlots />)
  expect(await screen.findByRole('figure', { name: /^north: 4 registered · 1 refused since/ })).toBeTruthy()
  await userEvent.click(screen.getByRole('button', { name: 'site' }))
  expect(await screen.findByRole('figure', { name: /^Eskvik Pier: 4 registered/ })).toBeTruthy()
})

it('nodes of the same name are told apart by their domain', async () => {
  answers.node = view({ domain: 'v.example', name: 'north' }, { domain: 'w.example', name: 'north' })
  says()
  renderWithAll(<RegistrationPlots />)
  expect(await screen.findByText('w.example')).toBeTruthy()
})

it('a day on which nothing was registered says so', async () => {
  answers.node = view()
  says()
  renderWithAll(<RegistrationPlots />)
  expect(await screen.findByText(/Nothing was registered or refused since/)).toBeTruthy()
})
