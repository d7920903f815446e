// @vitest-environment happy-dom
import { screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { expect, it } from 'vitest'
import { renderWithAll, serverSays, type Reply } from '../test/renderWithAll'
import { Fleet } from './fleet/Fleet'
import { Batches } from './intake/Batches'
import { Intake } from './intake/Intake'
import { Lab } from './lab/Lab'
import { Releases } from './templates/releases/Releases'
import { Extensions } from './roster/Extensions'
import { Kits } from './roster/Kits'
import { NumberMap } from './roster/NumberMap'
import { OutsideNumbers } from './roster/OutsideNumbers'
import { People } from './roster/People'
import { ActList } from './settings/ActList'
import { AuditList } from './settings/AuditList'
import { Triage } from './triage/Triage'

const ground = {
  kept: { cleared: 30, undo: 90 },
  domains: [{ id: 1, name: 'voice.tarnholm.example', blocks: [] }],
  sites: [],
  models: [],
  templates: [],
  kits: [],
}

/** Each screen with what its list is asked for, and what it says when that is empty. */
const SCREENS: [string, ReactNode, string, string][] = [
  ['/fleet', <Fleet />, '/api/devices', 'No device is enrolled yet'],
  ['/intake/sheet', <Intake />, '/api/intake/sheet', 'Nothing fed yet'],
  ['/intake/batches', <Batches />, '/api/batches', 'No batch yet'],
  ['/lab', <Lab />, '/api/lab', 'The Lab is empty'],
  ['/templates/releases', <Releases />, '/api/releases', 'Nothing was released yet'],
  ['/roster/extensions', <Extensions />, '/api/extensions', 'No extension'],
  ['/roster/kits', <Kits />, '/api/kits', 'No kit yet'],
  ['/roster/map', <NumberMap />, '/api/number-map', 'No block yet'],
  ['/roster/outside', <OutsideNumbers />, '/api/outside-numbers', 'No outside number'],
  ['/roster/people', <People />, '/api/people', 'Nobody'],
  ['/settings/history', <ActList />, '/api/acts', 'Nothing was done yet'],
  ['/settings/audit', <AuditList />, '/api/audit', 'Nothing'],
  ['/triage', <Triage />, '/api/triage', 'Nothing is held'],
]

const show = (at: string, ui: ReactNode, path: string, reply: Reply) => {
  serverSays({
    'GET /api/session': { body: { login: 'x', name: 'X', role: 'TECHNICIAN' } },
    'GET /api/ground': { body: ground },
    [`GET ${path}`]: reply,
  })
  renderWithAll(ui, at)
}

it.each(SCREENS)(
  '%s tells why its answer is missing, and never that there is nothing',
  async (at, ui, path, empty) => {
    show(at, ui, path, { status: 500, body: { detail: 'The database is away.' } })
    const alerts = await screen.findAllByText(/can’t be shown: The database is away\./)
    expect(alerts.length).toBeGreaterThan(0)
    expect(document.body.textContent).not.toContain(empty)
  },
)

it.each(SCREENS)('%s says that its answer is still to come', async (at, ui, path, empty) => {
  show(at, ui, path, { after: new Promise(() => {}) })
  expect((await screen.findAllByText(/is being loaded…/)).length).toBeGreaterThan(0)
  expect(document.body.textContent).not.toContain(empty)
})
