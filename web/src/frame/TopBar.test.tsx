// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { SUBJECTS } from '../subjects'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { TopBar } from './TopBar'

const frame = (more: object) => ({
  knocks: 0,
  strays: 0,
  causes: 0,
  pending: 0,
  pendingReady: 0,
  pendingSince: null,
  unreleased: [],
  wavesRunning: 0,
  wavesStopped: 0,
  ...more,
})

const show = (counts: object, at = '/fleet') => {
  serverSays({ 'GET /api/frame': { body: frame(counts) } })
  const onHelp = vi.fn()
  renderWithAll(
    <TopBar
      person={{ login: 'mats', name: 'Mats Lind', role: 'TECHNICIAN' }}
      subjects={SUBJECTS}
      onHelp={onHelp}
    />,
    at,
  )
  return onHelp
}

const nav = () => within(screen.getByRole('navigation', { name: 'Screens' }))

it('every subject has its place, in the order of the work', async () => {
  show({})
  expect(
    nav()
      .getAllByRole('link')
      .map((l) => l.getAttribute('href')),
  ).toEqual(SUBJECTS.map((s) => s.path))
})

it('who knocks and who strays count together, and causes by themselves', async () => {
  show({ knocks: 2, strays: 3, causes: 12 })
  expect(await nav().findByRole('link', { name: 'Intake 5' })).toBeTruthy()
  expect(nav().getByRole('link', { name: 'Triage 12' })).toBeTruthy()
})

it('a subject in which something is open is the one that is marked', () => {
  show({}, '/roster/people/7')
  expect(nav().getByRole('link', { name: 'Roster' }).getAttribute('aria-current')).toBe('page')
  expect(nav().getByRole('link', { name: 'Fleet' }).getAttribute('aria-current')).toBeNull()
})

it('the menu of whoever is signed in leads to the words', () => {
  const onHelp = show({})
  fireEvent.click(screen.getByRole('button', { name: 'ML: Mats Lind, menu' }))
  expect(screen.getByText('technician')).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Shortcuts and words' }))
  expect(onHelp).toHaveBeenCalledOnce()
})
