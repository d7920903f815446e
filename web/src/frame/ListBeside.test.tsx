// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { ListBeside } from './ListBeside'
import { ListAndSheet } from './ListAndSheet'
import { useOpened } from './useOpened'

const entries = ['north', 'south', 'quay'].map((name, i) => ({
  to: `/nodes/${name}`,
  chosen: i === 0,
  shown: name,
}))

const list = (
  <ListBeside label="Nodes" entries={entries} width={{ base: '200px' }} head={<h1>All</h1>} more="Add one">
    <p>the chosen one</p>
  </ListBeside>
)

it('the chosen one is marked, and stands beside the list', () => {
  renderWithAll(list)
  const links = screen.getAllByRole('link')
  expect(links.map((l) => l.getAttribute('aria-current'))).toEqual(['true', 'false', 'false'])
  expect(screen.getByText('the chosen one')).toBeTruthy()
  expect(screen.getByText('Add one')).toBeTruthy()
})

it('j and k walk the list, which is said aloud, and Enter opens', async () => {
  const { router } = renderWithAll(list)
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'j' })
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe('south'))
  fireEvent.keyDown(document.body, { key: 'k' })
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'Enter' })
  await waitFor(() => expect(router.state.location.pathname).toBe('/nodes/south'))
})

it('a list that is empty is walked nowhere', () => {
  const { router } = renderWithAll(
    <ListBeside label="Nodes" entries={[]} width={{ base: '200px' }}>
      nothing
    </ListBeside>,
  )
  fireEvent.keyDown(document.body, { key: 'j' })
  fireEvent.keyDown(document.body, { key: 'Enter' })
  expect(router.state.location.pathname).toBe('/')
})

it('a sheet that covers the page takes the place of its list, and none that is not there', () => {
  const { unmount } = renderWithAll(<ListAndSheet list="the list" sheet={<p>the sheet</p>} covers />)
  expect(screen.queryByText('the list')).toBeNull()
  unmount()
  renderWithAll(<ListAndSheet list="the list" sheet={false} covers />)
  expect(screen.getByText('the list')).toBeTruthy()
})

function Opened() {
  const { id, open, at, go, close } = useOpened('/roster/people')
  return (
    <>
      <output>{`${id} ${open} ${at(7)}`}</output>
      <button onClick={() => go('a/b')}>go</button>
      <button onClick={close}>close</button>
    </>
  )
}

it('what a list is narrowed to stays in the address when something is opened and closed', async () => {
  const { router } = renderWithAll(<Opened />, '/roster/people?q=ida&domain=2')
  expect(screen.getByRole('status').textContent).toBe('0  /roster/people/7?q=ida&domain=2')
  fireEvent.click(screen.getByText('go'))
  await waitFor(() => expect(router.state.location.pathname).toBe('/roster/people/a%2Fb'))
  expect(router.state.location.search).toBe('?q=ida&domain=2')
  fireEvent.click(screen.getByText('close'))
  await waitFor(() => expect(router.state.location.pathname).toBe('/roster/people'))
  expect(router.state.location.search).toBe('?q=ida&domain=2')
})
