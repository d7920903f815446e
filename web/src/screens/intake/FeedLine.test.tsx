// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { expect, it, vi } from 'vitest'
import { renderWithAll } from '../../test/renderWithAll'
import { FeedLine } from './FeedLine'

const line = () => screen.getByLabelText('Scan, type or paste') as HTMLInputElement

it('what is typed is fed with Enter, and nothing is not', () => {
  const onFeed = vi.fn()
  renderWithAll(<FeedLine disabled={false} onFeed={onFeed} onFile={() => {}} />)
  fireEvent.keyDown(line(), { key: 'Enter' })
  fireEvent.change(line(), { target: { value: '024b7a005301' } })
  fireEvent.keyDown(line(), { key: 'Enter' })
  expect(onFeed.mock.calls).toEqual([['024b7a005301']])
  expect(line().value).toBe('')
})

it('a MAC that is scanned comes before what stands there already', async () => {
  const onFeed = vi.fn()
  renderWithAll(
    <FeedLine disabled={false} begun={{ behind: '; ; ; 2416' }} onFeed={onFeed} onFile={() => {}} />,
  )
  expect(document.activeElement).toBe(line())
  await userEvent.type(line(), '024b7a005301{Enter}', { initialSelectionStart: 0, initialSelectionEnd: 0 })
  expect(onFeed).toHaveBeenCalledWith('024b7a005301; ; ; 2416')
})

it('several lines at once are fed as they are pasted', () => {
  const onFeed = vi.fn()
  renderWithAll(<FeedLine disabled={false} onFeed={onFeed} onFile={() => {}} />)
  fireEvent.paste(line(), { clipboardData: { getData: () => '024b7a005301\n024b7a005302' } })
  expect(onFeed).toHaveBeenCalledWith('024b7a005301\n024b7a005302')
})
