// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { CasefileDialog } from './CasefileDialog'

const issue = (more: object = {}) => ({ id: 1, who: 'Lena', marks: [], ...more })

const say = (one: object) =>
  serverSays({
    'GET /api/casefile/devices/9/window': {
      body: { from: '2026-03-02T08:00:00Z', to: '2026-03-02T09:00:00Z', why: 'the last hour' },
    },
    'GET /api/devices/9/issue': { body: one },
    'POST /api/devices/9/issue/start': {},
    'POST /api/devices/9/issue/mark': {},
    'POST /api/devices/9/issue/end': {},
  })

const show = () => renderWithAll(<CasefileDialog id={9} label="Window" onClose={() => {}} />)

it('the time that fits is offered, and one that ends before it begins is not taken', async () => {
  say(issue({ id: 0 }))
  show()
  expect(await screen.findByText('the last hour')).toBeTruthy()
  expect(screen.getByText('Download').getAttribute('href')).toBe(
    '/api/casefile/devices/9?from=2026-03-02T08%3A00%3A00Z&to=2026-03-02T09%3A00%3A00Z',
  )
  fireEvent.change(screen.getByLabelText('To'), { target: { value: '2026-03-02T07:00:00' } })
  expect(screen.getByText('It begins after it ends.')).toBeTruthy()
  expect(screen.getByText('Download').getAttribute('href')).toBeNull()
})

it('what is done is noted down with its time, and “there it was” by one press', async () => {
  const asked = say(issue({ started: '2026-03-02T08:10:00Z' }))
  show()
  fireEvent.click(await screen.findByRole('button', { name: 'There it was' }))
  await expect
    .poll(() => asked.find((a) => a.what === 'POST /api/devices/9/issue/mark')?.body)
    .toEqual({ words: 'there it was' })
  fireEvent.click(screen.getByRole('button', { name: 'End' }))
  await expect.poll(() => asked.some((a) => a.what === 'POST /api/devices/9/issue/end')).toBe(true)
})
