// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { CloserLook } from './CloserLook'

const USUAL = { who: '', similar: ['Window 5', 'Window 6'], refused: '', logTarget: 'log.v.example' }

it('is raised for a while, with those that are like it where that is wanted', async () => {
  const asked = serverSays({
    'GET /api/devices/9/closer-look': { body: USUAL },
    'POST /api/devices/9/closer-look': { body: { devices: 3 } },
  })
  renderWithAll(<CloserLook id={9} />)
  fireEvent.change(await screen.findByLabelText('For how long'), { target: { value: '15' } })
  fireEvent.click(screen.getByLabelText(/with Window 5, Window 6/))
  fireEvent.click(screen.getByRole('button', { name: 'Release that' }))
  await waitFor(() =>
    expect(asked.find((a) => a.what.startsWith('POST'))?.body).toEqual({ minutes: 15, similar: true }),
  )
})

it('says until when, and is put back before', async () => {
  const asked = serverSays({
    'GET /api/devices/9/closer-look': {
      body: { ...USUAL, who: 'Lena', began: '2026-03-02T08:00:00Z', until: '2026-03-02T09:00:00Z' },
    },
    'DELETE /api/devices/9/closer-look': {},
  })
  renderWithAll(<CloserLook id={9} />)
  expect(await screen.findByText(/\(Lena\) it writes down all that it can/)).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Put back now' }))
  await waitFor(() => expect(asked.some((a) => a.what.startsWith('DELETE'))).toBe(true))
})

it('says why it can’t be raised, and offers nothing', async () => {
  serverSays({
    'GET /api/devices/9/closer-look': {
      body: { ...USUAL, refused: 'It has changes that wait to be released.', logTarget: '' },
    },
  })
  renderWithAll(<CloserLook id={9} />)
  expect(await screen.findByText('It has changes that wait to be released.')).toBeTruthy()
  expect(screen.queryByRole('button')).toBeNull()
})

it('says where the log of a phone ends that is told no server', async () => {
  serverSays({ 'GET /api/devices/9/closer-look': { body: { ...USUAL, logTarget: '' } } })
  renderWithAll(<CloserLook id={9} />)
  expect(await screen.findByText(/can only be read on the phone/)).toBeTruthy()
})
