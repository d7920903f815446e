// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { SetAccount, TakeFile } from './AtThePhone'

const mac = '02-4B-7A-00-53-13'
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } })

it('an account is set by hand as it was typed', async () => {
  const asked = serverSays({ [`POST /api/lab/phones/${mac}/account`]: {} })
  let closed = false
  renderWithAll(<SetAccount mac={mac} onClose={() => (closed = true)} />)
  type('Number', '2413')
  type('Password', 'seven gulls')
  type('Registrar', 'v.example')
  fireEvent.click(screen.getByText('Set it'))
  await waitFor(() => expect(closed).toBe(true))
  expect(asked[0]?.body).toEqual({
    line: 1,
    number: '2413',
    authUser: '',
    password: 'seven gulls',
    registrar: 'v.example',
  })
})

it('that a phone can’t read the other one’s file is told at the field, which keeps what was typed', async () => {
  serverSays({
    [`POST /api/lab/phones/${mac}/take`]: {
      status: 422,
      body: {
        detail: 'A Korrin K24 can’t read the file of a Tessaro T8.',
        fields: [
          {
            pointer: '/from',
            reason: 'A Korrin K24 can’t read the file of a Tessaro T8.',
            hint: 'Choose a phone of the same maker.',
          },
        ],
      },
    },
  })
  renderWithAll(<TakeFile mac={mac} onClose={() => {}} />)
  type('MAC of the other phone', '02-5C-20-00-03-01')
  fireEvent.click(screen.getByText('Give it'))
  await waitFor(() =>
    expect(screen.getAllByText(/can’t read the file of a Tessaro T8/).length).toBeGreaterThan(0),
  )
  expect(screen.getByLabelText<HTMLInputElement>('MAC of the other phone').value).toBe('02-5C-20-00-03-01')
})
