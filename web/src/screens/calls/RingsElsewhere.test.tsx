// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Divert } from './Divert'
import { RingsElsewhere } from './RingsElsewhere'

const change = (number: string, now = true) => ({
  number,
  now,
  was: 'It rings Ticket window 1.',
  is: 'It rings Café till.',
})

it('numbers that ring elsewhere are told with what rings instead', () => {
  renderWithAll(
    <RingsElsewhere impact={{ total: 7, shown: ['1', '2', '3', '4', '5', '6'].map((n) => change(n)) }} />,
  )
  expect(screen.getByText('7 numbers lead elsewhere from then on.')).toBeTruthy()
  expect(screen.getAllByText('It rings Ticket window 1.')).toHaveLength(5)
  expect(screen.getByText('and 2 more')).toBeTruthy()
})

it('what only matters later says so', () => {
  renderWithAll(<RingsElsewhere impact={{ total: 1, shown: [change('2413', false)] }} />)
  expect(screen.getByText('1 number leads elsewhere, though not as things stand now.')).toBeTruthy()
  expect(screen.queryByText('It rings Café till.')).toBeNull()
})

it('nothing is said where nothing changes', () => {
  renderWithAll(<RingsElsewhere impact={{ total: 0, shown: [] }} />)
  expect(screen.queryByRole('status')).toBeNull()
})

it('a diversion is previewed while it is typed, and not before', async () => {
  const asked = serverSays({
    'GET /api/calls/diversions': { body: { afterSeconds: 20, version: 3 } },
    'POST /api/calls/diversions/impact': { body: { total: 1, shown: [change('+999 55 01 24 13')] } },
  })
  renderWithAll(<Divert domainId={1} number="2413" onClose={() => {}} />)
  fireEvent.change(await screen.findByLabelText('Always'), { target: { value: '2406' } })
  expect(await screen.findByText('1 number leads elsewhere from then on.')).toBeTruthy()
  const previews = asked.filter((a) => a.what === 'POST /api/calls/diversions/impact')
  expect(previews.every((a) => (a.body as { always: string }).always === '2406')).toBe(true)
})
