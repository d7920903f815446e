// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { useTheme } from './useTheme'

let dusk: (dark: boolean) => void

beforeEach(() => {
  localStorage.clear()
  let tell = () => {}
  const system = {
    matches: false,
    addEventListener: (_: string, heard: () => void) => (tell = heard),
    removeEventListener: () => {},
  }
  dusk = (dark) => {
    system.matches = dark
    tell()
  }
  vi.stubGlobal('matchMedia', () => system)
})

function isDark() {
  return document.documentElement.classList.contains('dark')
}

test('while nobody has chosen, the theme follows the system', () => {
  renderHook(() => useTheme())
  expect(isDark()).toBe(false)
  act(() => dusk(true))
  expect(isDark()).toBe(true)
  expect(localStorage.length).toBe(0)
})

test('what somebody chose stays, whatever the system does, and after a reload', () => {
  const seen = renderHook(() => useTheme())
  act(() => seen.result.current[1]())
  expect(isDark()).toBe(true)
  act(() => dusk(true))
  act(() => seen.result.current[1]())
  expect(isDark()).toBe(false)
  seen.unmount()
  renderHook(() => useTheme())
  expect(isDark()).toBe(false)
})
