// @vitest-environment happy-dom
import { screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderWithAll } from '../../test/renderWithAll'
import { MatchSheets } from './MatchSheets'

const row = (more: Partial<Schemas['Row']>): Schemas['Row'] => ({
  what: 'Realm',
  expected: 'v.example',
  sent: '',
  used: '',
  secret: false,
  differs: false,
  inSent: [],
  inUsed: [],
  ...more,
})

function sheet(...rows: Schemas['Row'][]) {
  renderWithAll(<MatchSheets sheets={[{ line: 1, rows }]} />)
  return within(screen.getByRole('region', { name: 'Match sheet, line 1' }))
}

describe('The match sheet', () => {
  it('says of each side what is not known of it', () => {
    const shown = sheet(
      row({ what: 'Registrar', sent: 'v.example' }),
      row({ what: 'Comes from', expected: '', used: '192.0.2.1' }),
      row({}),
      row({ what: 'Clock' }),
    )
    expect(shown.getAllByText('not seen')).toHaveLength(1)
    expect(shown.getAllByText('nothing of it')).toHaveLength(1)
    expect(shown.getByText('anything')).toBeTruthy()
    expect(shown.getByText('Neither sent nor seen yet: realm, clock.')).toBeTruthy()
  })

  it('sets off the characters that differ and says in words what they are', () => {
    const shown = sheet(
      row({
        used: 'v.exampl ',
        differs: true,
        inUsed: [{ from: 8, to: 9, words: 'a blank for “e”' }],
      }),
    )
    expect(shown.getByTitle('a blank for “e”').textContent).toBe('␣')
    expect(shown.getByText('a blank for “e”')).toBeTruthy()
  })

  it('leaves a gap where a character is missing', () => {
    const shown = sheet(
      row({ used: 'v.exampe', differs: true, inUsed: [{ from: 7, to: 7, words: '“l” missing' }] }),
    )
    const gap = shown.getByTitle('“l” missing')
    expect(gap.textContent).toBe('')
    expect(gap.parentElement?.textContent).toBe('v.exampe')
  })

  it('shows of a password whose it is and never marks in it', () => {
    const shown = sheet(
      row({
        what: 'Password',
        expected: '2416’s',
        sent: '2416’s',
        used: '2417’s',
        secret: true,
        differs: true,
      }),
    )
    expect(shown.getByText('•••• 2417’s')).toBeTruthy()
    expect(shown.queryByRole('mark')).toBeNull()
  })

  it('says what all three have once', () => {
    const shown = sheet(row({ what: 'Registrar', sent: 'v.example', used: 'v.example' }))
    expect(shown.getByText('— the same')).toBeTruthy()
    expect(shown.getAllByText('v.example')).toHaveLength(1)
  })
})
