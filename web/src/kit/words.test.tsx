// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { expect, it } from 'vitest'
import { Shortcuts } from '../frame/Shortcuts'
import { SUBJECTS } from '../subjects'
import { renderWithAll } from '../test/renderWithAll'
import { CONDITIONS, STOPS } from './stops'
import { Term } from './Term'
import { WORDS, meaning, readWords } from './words'

it('the glossary is read from its page: parts with their words', () => {
  expect(readWords('# T\n\n## One\n\n- **tray**: at the foot: always.\n- nothing\n## Two\n')).toEqual([
    { title: 'One', words: [{ word: 'tray', meaning: 'at the foot: always.' }] },
    { title: 'Two', words: [] },
  ])
  expect(WORDS.length).toBeGreaterThan(3)
})

it.each([...STOPS.map(([, label]) => label), ...CONDITIONS.map(([, label]) => label)])(
  '“%s” is in the glossary',
  (word) => {
    expect(meaning(word)).not.toBe('')
  },
)

it('is reached from the page of shortcuts', () => {
  renderWithAll(<Shortcuts subjects={SUBJECTS} onClose={() => {}} />)
  expect(screen.getByText('match sheet')).toBeTruthy()
})

it('a word is explained where it stands, also to whoever comes by keyboard', async () => {
  renderWithAll(<Term word="tray" />)
  expect(screen.queryByRole('tooltip')).toBeNull()
  await userEvent.tab()
  expect((await screen.findByRole('tooltip')).textContent).toContain('at the foot of every screen')
})
