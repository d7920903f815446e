// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import { Suspense } from 'react'
import { matchPath } from 'react-router'
import { expect, it } from 'vitest'
import { SUBJECTS } from './subjects'
import { renderWithAll, serverSays } from './test/renderWithAll'

const parts = SUBJECTS.flatMap((s) => s.parts)

it('every screen lies beneath the address of its subject', () => {
  for (const subject of SUBJECTS)
    for (const part of subject.parts) expect(part.path.startsWith(subject.path), part.path).toBe(true)
})

it('every address at which a screen is looked at is that screen’s', () => {
  for (const part of parts)
    for (const at of part.seen) expect(matchPath(part.path, at.split('?')[0] ?? ''), at).not.toBeNull()
})

it('a subject without a screen of its own leads to one of its screens', () => {
  for (const { path, home, parts: screens } of SUBJECTS)
    expect(
      screens.some((p) => matchPath(p.path, home ?? path)),
      path,
    ).toBe(true)
})

it('each letter goes to one place', () => {
  expect(new Set(SUBJECTS.map((s) => s.letter)).size).toBe(SUBJECTS.length)
})

it('the screens that are looked at for access are these', async () => {
  const seen = parts.flatMap((p) => p.seen)
  await expect(`${JSON.stringify(seen, null, 2)}\n`).toMatchFileSnapshot('../screens.json')
})

it('a screen is fetched when it is gone to, and all of them are there', async () => {
  serverSays({})
  renderWithAll(
    parts.map(({ path, Screen }) => (
      <Suspense key={path} fallback={<output>not here yet</output>}>
        <Screen />
      </Suspense>
    )),
  )
  expect(screen.getAllByText('not here yet').length).toBe(parts.length)
  // All of them are made of their sources here, which takes a busy machine a while.
  await expect.poll(() => screen.queryByText('not here yet'), { timeout: 25_000 }).toBeNull()
}, 30_000)

it('no subject leads back to its own address', () => {
  for (const subject of SUBJECTS) expect(subject.home).not.toBe(subject.path)
})
