// @vitest-environment happy-dom
import { expect, it } from 'vitest'
import { renderWithAll } from '../test/renderWithAll'
import { Breakable } from './Breakable'

it.each([
  ['_sip._udp.voice.tarnholm.example', 6],
  ['Extension 2417', 0],
  ['192.0.2.11:5060', 4],
])('%s may be broken at %i places, and reads the same', (text, places) => {
  const { container } = renderWithAll(<Breakable text={text} />)
  expect(container.textContent).toBe(text)
  expect(container.querySelectorAll('wbr')).toHaveLength(places)
})
