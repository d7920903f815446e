// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { Problem } from '../../api/problem'
import { renderWithAll } from '../../test/renderWithAll'
import { ReleaseQuestion } from './ReleaseQuestion'

const refused = (pointer: string, reason: string) =>
  new Problem(422, 'refused', [{ pointer, reason, hint: '' }])

it.each([
  ['/supersede', '1 device waits for another release.', 'Let it leave, and release', { supersede: true }],
  ['/unfit', 'It has firmware 2.3.0, which is blocked.', 'Release all the same', { unfit: true }],
])(
  'what is refused at %s is asked, and agreed to by an act that says so',
  (pointer, reason, act, consents) => {
    const onAgree = vi.fn()
    renderWithAll(<ReleaseQuestion error={refused(pointer, reason)} onAgree={onAgree} />)
    expect(screen.getByRole('alert').textContent).toContain(reason)
    fireEvent.click(screen.getByRole('button', { name: act }))
    expect(onAgree).toHaveBeenCalledWith(consents)
  },
)

it('another refusal is no question', () => {
  renderWithAll(<ReleaseQuestion error={refused('/reason', 'Too long.')} onAgree={vi.fn()} />)
  expect(screen.queryByRole('button')).toBeNull()
})
