// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { Before } from './Before'
import { OtherContacts } from './OtherContacts'

const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString()
const past = (n: number) =>
  Array.from({ length: n }, (_, i) => ({
    cause: `cause-${i}`,
    line: 1,
    opened: ago(60 + i),
    closed: ago(30 + i),
    sentence: `It used password ${i}.`,
    closing: 'after Mats Lindqvaist generated a new password for 2416',
  }))

it('a device that suffered from nothing has no past', () => {
  const { container } = renderWithAll(<Before past={[]} several={false} />)
  expect(container.textContent).toBe('')
})

it('what it suffered from is told with when it ended, after how long, and after what', () => {
  renderWithAll(<Before past={past(1)} several={false} />)
  const item = screen.getByRole('listitem')
  expect(item.textContent).toContain('It used password 0.')
  expect(item.textContent).toContain('ended 30 min ago, after 30 min')
  expect(item.textContent).toContain('after Mats Lindqvaist generated a new password for 2416')
  expect(item.textContent).not.toContain('line 1')
})

it('of several lines the line is named, and of many the rest is asked for', () => {
  renderWithAll(<Before past={past(5)} several />)
  expect(screen.getAllByRole('listitem')).toHaveLength(3)
  expect(screen.getAllByRole('listitem')[0]?.textContent).toContain('line 1 ·')
  fireEvent.click(screen.getByRole('button', { name: '2 more' }))
  expect(screen.getAllByRole('listitem')).toHaveLength(5)
})

const contact = {
  line: 1,
  number: '2416',
  contact: 'sip:2416@192.0.2.77:5060',
  source: '192.0.2.77:5060',
  node: 'north',
  until: '2026-03-02T08:00:00Z',
  own: false,
  label: '',
  deviceId: 0,
}

it('only what others bound is told, a device by its name and a stranger by its address', async () => {
  serverSays({
    'GET /api/devices/9/contacts': {
      body: [
        { ...contact, own: true },
        { ...contact, contact: 'sip:2416@192.0.2.78', deviceId: 12, label: 'Gate office' },
        contact,
      ],
    },
  })
  renderWithAll(<OtherContacts id={9} />)
  const items = await screen.findAllByRole('listitem')
  expect(items).toHaveLength(2)
  expect(screen.getByRole('link', { name: 'Gate office' }).getAttribute('href')).toBe('/fleet/12')
  expect(items[1]?.textContent).toContain('a contact that names no device on record')
  expect(items[1]?.textContent).toContain('192.0.2.77:5060')
})

it('where nobody else is bound, nothing is said', async () => {
  const asked = serverSays({ 'GET /api/devices/9/contacts': { body: [{ ...contact, own: true }] } })
  const { container } = renderWithAll(<OtherContacts id={9} />)
  await screen.findByText('Who else is bound is being loaded…')
  await expect.poll(() => container.textContent).toBe('')
  expect(asked).toHaveLength(1)
})
