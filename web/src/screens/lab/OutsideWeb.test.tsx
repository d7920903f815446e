// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { OutsideWeb } from './OutsideWeb'

const page = {
  address: 'http://lists.example/a.xml',
  manner: 'SENDS',
  contentType: 'application/xml',
  text: '<names/>',
}

it('a list outside goes empty, and keeps what it had', async () => {
  const asked = serverSays({ 'GET /api/lab/web': { body: [page] }, 'PUT /api/lab/web': {} })
  renderWithAll(<OutsideWeb mayAct />)
  const how = await screen.findByLabelText('How http://lists.example/a.xml answers')
  fireEvent.change(how, { target: { value: 'EMPTY' } })
  await waitFor(() =>
    expect(asked.find((a) => a.what.startsWith('PUT'))?.body).toEqual({ ...page, manner: 'EMPTY' }),
  )
})

it('who only looks changes nothing outside', async () => {
  serverSays({ 'GET /api/lab/web': { body: [page] } })
  renderWithAll(<OutsideWeb mayAct={false} />)
  expect((await screen.findByLabelText(/answers$/)).hasAttribute('disabled')).toBe(true)
})
