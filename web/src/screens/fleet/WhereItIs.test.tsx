// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll } from '../../test/renderWithAll'
import { WhereItIs } from './WhereItIs'

const place = (address: string, page = '') => ({ address, page })

it('a device that was never heard is nowhere', () => {
  const { container } = renderWithAll(
    <WhereItIs where={{ registered: [], says: '', macMaker: 'Korrin', clock: '' }} model="Korrin K24" />,
  )
  expect(container.textContent).toBe('')
})

it('its own page is offered where the address is one of its site’s', () => {
  renderWithAll(
    <WhereItIs
      where={{
        registered: [place('192.0.2.14:5062', 'http://192.0.2.14/')],
        fetched: place('203.0.113.9'),
        says: 'Korrin K24/2.4.1',
        macMaker: 'Korrin',
        clock: '',
      }}
      model="Korrin K24"
    />,
  )
  const links = screen.getAllByRole('link')
  expect(links.map((l) => l.getAttribute('href'))).toEqual(['http://192.0.2.14/'])
  expect(screen.getByText('203.0.113.9')).toBeTruthy()
  expect(screen.getByText('Korrin K24/2.4.1')).toBeTruthy()
  expect(screen.queryByText('MAC of')).toBeNull()
})

it('an address is told once, with the ports of all lines', () => {
  renderWithAll(
    <WhereItIs
      where={{
        registered: [place('198.51.100.7:5060'), place('198.51.100.7:5061'), place('198.51.100.8:5060')],
        says: '',
        macMaker: '',
        clock: '',
      }}
      model="Korrin K24"
    />,
  )
  expect(screen.getByText('198.51.100.7:5060, :5061')).toBeTruthy()
  expect(screen.getByText('198.51.100.8:5060')).toBeTruthy()
})

it('a MAC of another maker than the record’s is told', () => {
  renderWithAll(
    <WhereItIs
      where={{ registered: [], fetched: place('192.0.2.1'), says: '', macMaker: 'Sandvig', clock: '' }}
      model="Korrin K24"
    />,
  )
  expect(screen.getByText('Sandvig')).toBeTruthy()
})

it('a clock that is off is told', () => {
  renderWithAll(
    <WhereItIs
      where={{
        registered: [place('192.0.2.14:5062')],
        says: '',
        macMaker: 'Korrin',
        clock: '1 h behind',
        clockSeenAt: new Date().toISOString(),
      }}
      model="Korrin K24"
    />,
  )
  expect(screen.getByText('its clock').closest('dl')?.textContent).toContain('1 h behind as it registered')
})

it('of a clock that is right, or that it does not tell, nothing is said', () => {
  renderWithAll(
    <WhereItIs
      where={{ registered: [place('192.0.2.14:5062')], says: '', macMaker: 'Korrin', clock: '' }}
      model="Korrin K24"
    />,
  )
  expect(screen.queryByText('its clock')).toBeNull()
})
