// @vitest-environment happy-dom
import { expect, it } from 'vitest'
import { renderWithAll } from '../../test/renderWithAll'
import { Handled } from './Handled'

const NOTHING = {
  extension: '',
  rings: '',
  announcement: '',
  hours: '',
  closedExtension: '',
  closedRings: '',
  closedAnnouncement: '',
}

it.each([
  [{}, 'nothing'],
  [{ extension: '2416', rings: 'Watch room' }, '2416 Watch room'],
  [{ announcement: 'We open at nine' }, 'says We open at nine'],
  [
    {
      extension: '2416',
      rings: 'Watch room',
      hours: 'Mo-Fr 8:00-17:00',
      closedAnnouncement: 'Come tomorrow',
    },
    '2416 Watch room Mo-Fr 8:00-17:00, else says Come tomorrow',
  ],
  [
    { announcement: 'Closed', hours: 'Sa 8:00-9:00', closedExtension: '2400', closedRings: 'Harbour' },
    'says Closed Sa 8:00-9:00, else 2400 Harbour',
  ],
])('says what handles it: %o', (number, said) => {
  const { container } = renderWithAll(<Handled number={{ ...NOTHING, ...number }} />)
  expect(container.textContent).toBe(said)
})
