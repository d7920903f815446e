// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { useSearchParams } from 'react-router'
import { expect, it } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { FilterEntry } from './FilterEntry'

function Place() {
  const [params, setParams] = useSearchParams()
  return (
    <>
      <FilterEntry
        label="Only with"
        placeholder=""
        width="100px"
        value={params.get('q') ?? ''}
        onFilter={(q) => setParams({ q })}
      />
      <button onClick={() => setParams({ q: 'pier' })}>pier</button>
      <output>{params.get('q')}</output>
    </>
  )
}

const field = () => screen.getByLabelText<HTMLInputElement>('Only with')

it('loses no character of a scanner, and asks once for what was scanned', async () => {
  renderWithAll(<Place />)
  const scanned = '024b7a00531c'
  for (let i = 1; i <= scanned.length; i++)
    fireEvent.change(field(), { target: { value: field().value + scanned.charAt(i - 1) } })
  expect(field().value).toBe(scanned)
  expect(screen.getByRole('status').textContent).toBe('')
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe(scanned))
  expect(field().value).toBe(scanned)
})

it('Enter asks at once', () => {
  renderWithAll(<Place />)
  fireEvent.change(field(), { target: { value: '2417' } })
  fireEvent.keyDown(field(), { key: 'Enter' })
  expect(screen.getByRole('status').textContent).toBe('2417')
})

it('follows an address that is changed from elsewhere', () => {
  renderWithAll(<Place />, '/?q=2417')
  expect(field().value).toBe('2417')
  fireEvent.click(screen.getByText('pier'))
  expect(field().value).toBe('pier')
})
