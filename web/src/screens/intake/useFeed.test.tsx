// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { FedList } from './FedList'
import { FeedLine } from './FeedLine'
import { useFeed } from './useFeed'

function Place() {
  const fed = useFeed(() => {})
  return (
    <>
      <FeedLine disabled={false} onFeed={fed.feed} onFile={() => {}} />
      <FedList waiting={fed.waiting} onAgain={fed.again} onDrop={fed.drop} />
    </>
  )
}

const scan = (text: string) => {
  const line = screen.getByLabelText('Scan, type or paste')
  fireEvent.change(line, { target: { value: text } })
  fireEvent.keyDown(line, { key: 'Enter' })
}

it('what was scanned stays until the server has it, and goes in the order in which it came', async () => {
  let down = true
  const asked = serverSays({
    'POST /api/intake/sheet/rows': (body) =>
      down && (body as { text: string }).text === '024b7a000001'
        ? { status: 503, body: { detail: 'The disk is full.' } }
        : { body: {} },
  })
  renderWithAll(<Place />)
  scan('024b7a000001')
  scan('024b7a000002')
  expect(await screen.findByText(/is not on the grid: The disk is full/)).toBeTruthy()
  await waitFor(() => expect(asked).toHaveLength(2))
  expect(asked.map((a) => (a.body as { text: string }).text)).toEqual(['024b7a000001', '024b7a000002'])
  down = false
  fireEvent.click(screen.getByText('Try again'))
  await waitFor(() => expect(screen.queryByText(/is not on the grid/)).toBeNull())
  expect(asked).toHaveLength(3)
})

it('a paste of many rows that was refused is told by its first row and how many follow', async () => {
  serverSays({ 'POST /api/intake/sheet/rows': { status: 422, body: { detail: 'Too many.' } } })
  renderWithAll(<Place />)
  fireEvent.paste(screen.getByLabelText('Scan, type or paste'), {
    clipboardData: { getData: () => 'a;1\nb;2\nc;3' },
  })
  expect(await screen.findByText('a;1 and 2 more')).toBeTruthy()
  fireEvent.click(screen.getByText('Leave it out'))
  expect(screen.queryByText('a;1 and 2 more')).toBeNull()
})
