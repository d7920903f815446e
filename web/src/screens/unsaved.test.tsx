// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react'
import type { ReactElement } from 'react'
import { expect, it, vi } from 'vitest'
import { ReleaseDialog } from '../frame/release/ReleaseDialog'
import { forgetUnsaved, unsaved } from '../kit/unsaved'
import { renderWithAll, serverSays } from '../test/renderWithAll'
import { BulkChange } from './fleet/BulkChange'
import { LifeActs } from './fleet/LifeActs'
import { OpenHandoff } from './lab/OpenHandoff'
import { Unbox } from './lab/Unbox'
import { AddExtension } from './roster/AddExtension'
import { EditPerson } from './roster/EditPerson'
import { MakeRun } from './roster/MakeRun'
import { NewStarter } from './roster/NewStarter'

const domain = { id: 1, name: 'Copper Ferry', blocks: [{ purpose: 'crew', first: 2000, last: 2499 }] }
const ground = {
  domains: [domain],
  sites: [{ id: 4, name: 'Eskvik Pier', domainId: 1 }],
  models: [{ id: 'korrin-k24', name: 'Korrin K24', kind: 'DESK_PHONE' }],
  templates: [],
  kits: [],
}
const kit = { id: 3, name: 'Purser', block: 'crew', devices: [], contactLimit: 2, outside: false }
const device = { id: 9, label: 'Window 9', mac: '02-4B-7A-00-53-1C', standing: 'IN_USE', lines: [] }

function say() {
  serverSays({
    'GET /api/ground': { body: ground },
    'GET /api/kits': { body: [kit] },
    'GET /api/extensions/next': { body: { number: '2007' } },
    'GET /api/pending': { body: { all: 0, ready: 0, devices: [], waiting: 0 } },
    'POST /api/number-map/try/run': { body: { rows: [], passedOver: [], problem: '' } },
    'POST /api/fleet/try/change': { body: [] },
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'LEAD' } },
  })
}

type Window = [string, (close: () => void) => ReactElement, string]

const WINDOWS: Window[] = [
  ['an extension', (close) => <AddExtension domain={domain as never} onClose={close} />, 'Number'],
  ['a person', (close) => <EditPerson domainId={1} kits={[]} onClose={close} />, 'Name'],
  [
    'a run',
    (close) => <MakeRun domain={domain as never} from={2000} count={3} onClose={close} />,
    /^Names/ as never,
  ],
  [
    'a starter',
    (close) => <NewStarter ground={ground as never} domainId={1} onClose={close} onStarted={vi.fn()} />,
    'Name',
  ],
  ['a phone in the Lab', (close) => <Unbox onClose={close} />, 'MAC on its label'],
  ['a handoff link', (close) => <OpenHandoff onClose={close} />, 'The link, as its user was given it'],
  ['many devices', (close) => <BulkChange deviceIds={[9]} onClose={close} onDone={vi.fn()} />, 'Note'],
  ['a release', (close) => <ReleaseDialog onClose={close} />, 'Why (kept with the release)'],
]

it.each(WINDOWS)('what is typed of %s is asked about before the window goes', async (_, window, label) => {
  say()
  const onClose = vi.fn()
  renderWithAll(window(onClose))
  const field = await screen.findByLabelText<HTMLInputElement>(label)
  fireEvent.change(field, { target: { value: 'typed' } })
  expect(unsaved()).toHaveLength(1)
  fireEvent(screen.getByRole('dialog'), new Event('cancel', { cancelable: true }))
  expect(onClose).not.toHaveBeenCalled()
  expect(field.value).toBe('typed')
  fireEvent.click(screen.getByRole('button', { name: 'Close without it' }))
  expect(onClose).toHaveBeenCalledOnce()
  forgetUnsaved()
})

it('the MAC of another box is asked about too', async () => {
  say()
  renderWithAll(<LifeActs device={device as never} />)
  fireEvent.click(screen.getByRole('button', { name: 'Replace the box…' }))
  fireEvent.change(screen.getByLabelText('MAC on the new box'), { target: { value: '02-4B' } })
  fireEvent(screen.getByRole('dialog'), new Event('cancel', { cancelable: true }))
  expect(screen.getByRole('dialog')).toBeDefined()
  fireEvent.click(screen.getByRole('button', { name: 'Close without it' }))
  expect(screen.queryByRole('dialog')).toBeNull()
})

it('Enter in a field keeps what is typed, as the act does', async () => {
  say()
  const asked = serverSays({ 'POST /api/lab/softphones': { body: { id: 1 } } })
  const onClose = vi.fn()
  renderWithAll(<OpenHandoff onClose={onClose} />)
  const field = screen.getByLabelText('The link, as its user was given it')
  const form = field.closest('form') as HTMLFormElement
  fireEvent.submit(form)
  expect(asked).toHaveLength(0)
  fireEvent.change(field, { target: { value: 'https://phones.example/handoff#x' } })
  fireEvent.submit(form)
  await vi.waitFor(() => expect(onClose).toHaveBeenCalledOnce())
})
