// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Questions } from './Questions'
import type { Sheet } from './queries'

const question = (rows: number, answers: string[]): Schemas['QuestionView'] => ({
  question: 'shared-row',
  column: 'extension',
  rows,
  span: '2416–2419',
  reason: 'Extensions stand twice.',
  hint: 'Should both devices ring?',
  answers,
})

// Only the questions of a sheet are looked at here.
const sheet = (questions: Schemas['QuestionView'][]) => ({ questions }) as unknown as Sheet

it('nothing is asked of a sheet that is clear', () => {
  serverSays({})
  const { container } = renderWithAll(<Questions sheet={sheet([])} />)
  expect(container.textContent).toBe('')
})

it('one answer settles all rows that ask the same', async () => {
  const asked = serverSays({ 'POST /api/intake/sheet/answers': { body: { rows: 4 } } })
  renderWithAll(<Questions sheet={sheet([question(4, ['share it', 'draw another'])])} />)
  expect(screen.getByText('4 rows')).toBeTruthy()
  expect(screen.getByText('2416–2419')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'draw another' }))
  await waitFor(() => expect(asked).toHaveLength(1))
  expect(asked[0]?.body).toEqual({ question: 'shared-row', answer: 'draw another' })
})

it('of many answers one is chosen from a list, and nothing is answered before', async () => {
  const asked = serverSays({ 'POST /api/intake/sheet/answers': { body: { rows: 1 } } })
  renderWithAll(<Questions sheet={sheet([question(1, ['a', 'b', 'c', 'd', 'e'])])} />)
  const list = screen.getByLabelText('Answer for 1 rows: Extensions stand twice.')
  expect(asked).toHaveLength(0)
  fireEvent.change(list, { target: { value: 'e' } })
  await waitFor(() => expect(asked[0]?.body).toEqual({ question: 'shared-row', answer: 'e' }))
})

it('a question that nobody asks any more is told as such', async () => {
  serverSays({
    'POST /api/intake/sheet/answers': {
      status: 422,
      body: {
        detail: 'No row asks that any more, or not with this answer.',
        status: 422,
        fields: [
          {
            pointer: '/answer',
            reason: 'No row asks that any more, or not with this answer.',
            hint: 'Look again what is asked.',
          },
        ],
      },
    },
  })
  renderWithAll(<Questions sheet={sheet([question(1, ['share it'])])} />)
  fireEvent.click(screen.getByRole('button', { name: 'share it' }))
  expect(await screen.findByText(/No row asks that any more/)).toBeTruthy()
})
