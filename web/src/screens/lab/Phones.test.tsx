// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Phones } from './Phones'

const phone = (n: number, site = 'Eskvik Pier') => ({
  mac: `02-4B-7A-00-53-${String(n).padStart(2, '0')}`,
  model: 'Korrin K24',
  site,
  address: `198.51.100.${n}`,
  powered: true,
  cable: true,
  lines: 1,
  typedByHand: false,
  screen: `24${n} registered`,
  deviceId: n,
  label: `Window ${n}`,
  rail: '',
  inCall: false,
  staffed: true,
  lamps: [],
  books: [],
  caller: { number: '', name: '', title: '', slot: 0 },
  saved: '',
})

it('what is done to those that are chosen and in sight is done to them at once', async () => {
  const asked = serverSays({ 'POST /api/lab/phones/act': {} })
  renderWithAll(
    <Phones phones={[phone(10), phone(11), phone(12, 'Auction Hall')]} mayAct onBreak={() => {}} />,
  )
  expect(screen.queryByText('Power off')).toBeNull()
  fireEvent.click(screen.getByLabelText('Choose all of these phones'))
  expect(screen.getByText('3 chosen')).toBeTruthy()
  fireEvent.change(screen.getByLabelText('Filter phones'), { target: { value: '53-1' } })
  fireEvent.click(screen.getByLabelText('Choose Window 11, 02-4B-7A-00-53-11'))
  fireEvent.change(screen.getByLabelText('Filter phones'), { target: { value: '' } })
  await waitFor(() => expect(screen.getByText('2 chosen')).toBeTruthy())
  fireEvent.click(screen.getByText('Pull the cable'))
  await waitFor(() =>
    expect(asked[0]?.body).toEqual({ macs: ['02-4B-7A-00-53-10', '02-4B-7A-00-53-12'], act: 'OUT' }),
  )
})

it('each site stands above its phones once', () => {
  serverSays({})
  renderWithAll(
    <Phones phones={[phone(10), phone(11), phone(12, 'Auction Hall')]} mayAct={false} onBreak={() => {}} />,
  )
  expect(screen.getAllByText('Eskvik Pier')).toHaveLength(1)
  expect(screen.getAllByText('Auction Hall')).toHaveLength(1)
  expect(screen.queryByRole('checkbox')).toBeNull()
})

it('of many the first are shown, and all once somebody asks', () => {
  serverSays({})
  renderWithAll(
    <Phones phones={Array.from({ length: 80 }, (_, i) => phone(i + 10))} mayAct={false} onBreak={() => {}} />,
  )
  expect(screen.queryByText('Window 89')).toBeNull()
  fireEvent.click(screen.getByText('Show all 80'))
  expect(screen.getByText('Window 89')).toBeTruthy()
})
