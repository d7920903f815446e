// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import type { Place, Scenario } from './queries'
import { RunningScenario } from './RunningScenario'
import { RunScenario } from './RunScenario'

const power: Scenario = {
  scenario: 'POWER_GONE',
  where: 'SITE',
  title: 'The power is gone',
  story: 'All phones lose their power.',
  finds: 'Each phone is silent.',
}
const node: Scenario = {
  scenario: 'NODE_LOST',
  where: 'NODE',
  title: 'A node is lost',
  story: 'The node is down.',
  finds: 'Nobody.',
}
const places: Place[] = [
  { where: 'SITE', key: 'Eskvik Pier', name: 'Eskvik Pier', of: '', faults: [] },
  { where: 'NODE', key: 'n.v.example', name: 'north', of: 'v.example', faults: [] },
]

it('a scenario is run at a place that it can be at', async () => {
  const asked = serverSays({ 'POST /api/lab/scenario': {} })
  let closed = false
  renderWithAll(<RunScenario ready={[power, node]} places={places} onClose={() => (closed = true)} />)
  expect(screen.getByText('All phones lose their power.')).toBeTruthy()
  fireEvent.change(screen.getByLabelText('What happens'), { target: { value: 'NODE_LOST' } })
  expect(screen.getByText(/To be found: Nobody\./)).toBeTruthy()
  expect(screen.getByLabelText<HTMLSelectElement>('Where').value).toBe('n.v.example')
  fireEvent.click(screen.getByText('Let it happen'))
  await waitFor(() => expect(closed).toBe(true))
  expect(asked[0]?.body).toEqual({ scenario: 'NODE_LOST', key: 'n.v.example' })
})

const running = {
  of: power,
  place: 'Eskvik Pier',
  since: '2026-03-02T09:00:00Z',
  reached: 9,
  found: 6,
  missed: 2,
  otherwise: 1,
  elsewhere: 4,
}

it('the one that runs tells how it is told so far, and is ended by whoever may', async () => {
  const asked = serverSays({ 'DELETE /api/lab/scenario': {} })
  renderWithAll(<RunningScenario running={running} mayAct />)
  const region = screen.getByRole('region', { name: 'Scenario' })
  expect(region.textContent).toMatch(
    /9 devices reached6 told rightly2 cause not told yet1 told otherwisesomething new of 4 that it does not reach/,
  )
  fireEvent.click(screen.getByText('End it'))
  await waitFor(() => expect(asked.map((a) => a.what)).toEqual(['DELETE /api/lab/scenario']))
})

it('a viewer watches and ends nothing', () => {
  serverSays({})
  renderWithAll(<RunningScenario running={running} mayAct={false} />)
  expect(screen.queryByText('End it')).toBeNull()
})
