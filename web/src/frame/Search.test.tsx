// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { Search } from './Search'

const device = (id: number, title: string) => ({ kind: 'device', id, title, detail: '02-4B-7A-00-53-1C' })

/** The whole text is answered late, its first half at once. */
function searching() {
  let answer = () => {}
  const late = new Promise<void>((done) => {
    answer = done
  })
  serverSays({
    'GET /api/search': (_, query) =>
      query.get('q') === '00-53'
        ? { body: [device(1, 'Counter 1'), device(2, 'Counter 2')] }
        : { body: query.get('q') === 'xx' ? [] : [device(2, 'Counter 2')], after: late },
  })
  const view = renderWithAll(<Search />)
  return { answer, path: () => view.router.state.location.pathname }
}

const type = (q: string) => fireEvent.change(screen.getByLabelText('Find'), { target: { value: q } })

it('Enter opens what is found for all that was typed, not what stands there of its first half', async () => {
  const { answer, path } = searching()
  type('00-53')
  await screen.findByText('Counter 1')
  type('00-53-1c')
  fireEvent.keyDown(screen.getByLabelText('Find'), { key: 'Enter' })
  answer()
  await waitFor(() => expect(path()).toBe('/fleet/2'))
})

it('does not say that nothing is found before that is known', async () => {
  const { answer } = searching()
  type('xx')
  expect(await screen.findByText(/is being loaded/)).toBeTruthy()
  expect(screen.queryByText(/Nothing has/)).toBeNull()
  answer()
  expect(await screen.findByText('Nothing has “xx”.')).toBeTruthy()
})
