// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Books } from './Books'

const mac = '02-4B-7A-00-53-13'
const phone = {
  mac,
  powered: true,
  books: [
    { slot: 1, title: 'Quay', names: 56, trouble: '' },
    { slot: 2, title: '', names: 0, trouble: 'is answered with 403' },
  ],
} as unknown as Schemas['PhoneView']

it('each phonebook is told, with what was wrong; somebody is found by typing, and called', async () => {
  const asked = serverSays({
    [`GET /api/lab/phones/${mac}/phonebook`]: {
      body: [
        {
          slot: 1,
          title: 'Quay',
          entry: { shown: 'Sørvik Ida', department: '', numbers: [{ kind: 'extension', call: '2001' }] },
        },
      ],
    },
    [`POST /api/lab/phones/${mac}/phonebook/call`]: { body: { worked: true, detail: '200 OK' } },
  })
  renderWithAll(<Books phone={phone} mayAct />)
  expect(screen.getByText('“Quay”, 56 names')).toBeTruthy()
  expect(screen.getByText('Phonebook 2: is answered with 403')).toBeTruthy()
  fireEvent.click(screen.getByText('look somebody up'))
  fireEvent.change(screen.getByLabelText(`Name typed on ${mac}`), { target: { value: 'ida' } })
  fireEvent.click(await screen.findByLabelText('Call Sørvik Ida at 2001'))
  expect(await screen.findByText(/Answered: 200 OK/)).toBeTruthy()
  await waitFor(() => expect(asked.at(-1)?.body ?? asked.find((a) => a.body)?.body).toEqual({ call: '2001' }))
})

it('a phone that is off shows what it has and finds nobody', () => {
  serverSays({})
  renderWithAll(<Books phone={{ ...phone, powered: false }} mayAct />)
  expect(screen.queryByText('look somebody up')).toBeNull()
})
