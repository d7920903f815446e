// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { useQuery } from '@tanstack/react-query'
import { Link, Route, Routes, useNavigate } from 'react-router'
import { describe, expect, it } from 'vitest'
import { client } from '../api/client'
import { unwrap } from '../api/problem'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { TextField, WholeField } from './fields'
import { FormDialog } from './FormDialog'
import { LeaveGuard } from './LeaveGuard'
import { useForm } from './useForm'

type Phone = { label: string; lines: number; version: number }

/** A server with one record that refuses a version that is not the record's. */
function keeping(first: Phone) {
  let phone = first
  return {
    is: () => phone,
    somebodyElseKeeps: (change: Partial<Phone>) => {
      phone = { ...phone, ...change, version: phone.version + 1 }
    },
    answers: {
      'GET /api/frame': () => ({ body: phone }),
      'PUT /api/frame': (body: unknown) => {
        const wish = body as Phone
        if (wish.version !== phone.version) return { status: 412, body: { detail: 'Somebody was first.' } }
        if (wish.label === '') {
          const reason = 'A label is needed.'
          return {
            status: 422,
            body: { detail: reason, fields: [{ pointer: '/label', reason, hint: 'Type one.' }] },
          }
        }
        phone = { ...wish, version: phone.version + 1 }
        return {}
      },
    },
  }
}

const askForPhone = () => unwrap(client.GET('/api/frame')) as unknown as Promise<Phone>
const keepPhone = (body: Phone) =>
  // The form is tried with any record; the client only knows the product’s.
  unwrap(
    (client.PUT as (path: string, init: object) => ReturnType<typeof client.GET>)('/api/frame', { body }),
  )

function Place() {
  const phone = useQuery({ queryKey: ['phone'], queryFn: askForPhone }).data
  const navigate = useNavigate()
  return (
    <>
      <LeaveGuard />
      <Link to="/other">Elsewhere</Link>
      <Routes>
        <Route
          path="/"
          element={phone ? <Edit phone={phone} onClose={() => void navigate('/closed')} /> : <i />}
        />
        <Route path="/closed" element={<>closed</>} />
        <Route path="/other" element={<>another screen</>} />
      </Routes>
    </>
  )
}

function Edit({ phone, onClose }: { phone: Phone; onClose: () => void }) {
  const form = useForm({
    what: 'the phone',
    labels: { label: 'Label', lines: 'Lines' },
    known: { label: phone.label, lines: phone.lines },
    version: phone.version,
    send: (values, version) => keepPhone({ ...values, version }),
  })
  return (
    <FormDialog
      form={form}
      title="Phone"
      main="Keep"
      onClose={onClose}
      fields={
        <>
          <TextField form={form} at="label" />
          <WholeField form={form} at="lines" />
        </>
      }
    />
  )
}

async function opened(first: Phone) {
  const record = keeping(first)
  const asked = serverSays(record.answers)
  const view = renderWithAll(<Place />)
  await screen.findByLabelText('Label')
  return { record, asked, again: () => view.queries.invalidateQueries({ queryKey: ['phone'] }) }
}

const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }))
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label)

describe('a form', () => {
  const first = { label: 'Counter 1', lines: 2, version: 7 }

  it('follows what somebody else keeps while nothing is typed', async () => {
    const { record, again } = await opened(first)
    record.somebodyElseKeeps({ label: 'Counter 9' })
    await again()
    await waitFor(() => expect(field('Label').value).toBe('Counter 9'))
    expect(screen.queryByRole('alert')).toBeNull()
  })

  it('keeps what is typed when somebody else keeps a change, says which, and sends both once they are merged', async () => {
    const { record, asked, again } = await opened(first)
    type('Lines', '4')
    record.somebodyElseKeeps({ label: 'Counter 9' })
    await again()
    expect((await screen.findByRole('alert')).textContent).toContain('Label: “Counter 1” became “Counter 9”')
    expect(field('Lines').value).toBe('4')
    expect(screen.getByRole('button', { name: 'Keep' })).toHaveProperty('disabled', true)
    press('Go on with both')
    press('Keep')
    await waitFor(() => expect(record.is()).toEqual({ label: 'Counter 9', lines: 4, version: 9 }))
    expect(asked.filter((a) => a.what.startsWith('PUT'))).toHaveLength(1)
  })

  it('sends the version as it was when it opened, and tells the difference when that is refused', async () => {
    const { record, asked } = await opened(first)
    type('Label', 'Counter 2')
    record.somebodyElseKeeps({ label: 'Counter 9' })
    press('Keep')
    await waitFor(() =>
      expect(asked.find((a) => a.what.startsWith('PUT'))?.body).toMatchObject({ version: 7 }),
    )
    expect((await screen.findByText(/became “Counter 9”/)).textContent).toContain('you typed “Counter 2”')
    press('With both; theirs where both changed')
    expect(field('Label').value).toBe('Counter 9')
    expect(record.is().label).toBe('Counter 9')
  })

  it('does not take its own change for somebody else’s', async () => {
    const { record } = await opened(first)
    type('Label', 'Counter 2')
    press('Keep')
    await waitFor(() => expect(record.is().label).toBe('Counter 2'))
    type('Lines', '3')
    press('Keep')
    await waitFor(() => expect(record.is()).toEqual({ label: 'Counter 2', lines: 3, version: 9 }))
    expect(screen.queryByRole('alert')).toBeNull()
  })

  it('shows what is wrong at the field that its pointer names, and nowhere else', async () => {
    await opened(first)
    type('Label', '')
    press('Keep')
    await waitFor(() => expect(screen.getAllByRole('alert')).toHaveLength(1))
    expect(field('Label').getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByRole('alert').textContent).toBe('A label is needed. Type one.')
  })

  it('asks before it closes with something typed, and goes on as it was', async () => {
    await opened(first)
    type('Label', 'Counter 2')
    press('Close')
    press('Go on typing')
    expect(field('Label').value).toBe('Counter 2')
    press('Close')
    press('Close')
    expect(screen.queryByText('Close without it')).toBeNull()
    press('Close')
    press('Close without it')
    expect(await screen.findByText('closed')).toBeTruthy()
  })

  it('closes at once with nothing typed', async () => {
    await opened(first)
    press('Close')
    expect(await screen.findByText('closed')).toBeTruthy()
  })

  it('is left for another screen only by somebody who says so', async () => {
    await opened(first)
    type('Label', 'Counter 2')
    fireEvent.click(screen.getByText('Elsewhere'))
    expect((await screen.findByText(/It belongs to the phone/)).textContent).toBeTruthy()
    press('Stay here')
    expect(field('Label').value).toBe('Counter 2')
    fireEvent.click(screen.getByText('Elsewhere'))
    fireEvent.click(await screen.findByRole('button', { name: 'Leave without it' }))
    expect(await screen.findByText('another screen')).toBeTruthy()
  })
})
