// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderWithAll, serverSays } from '../../test/renderWithAll'
import { ReleaseDialog } from './ReleaseDialog'

const device = (id: number) => ({
  id,
  label: `Window ${id}`,
  mac: '02-4B-7A-00-00-01',
  model: 'Korrin K24',
  site: 'Pier',
  changes: [],
  first: false,
  registered: true,
  ready: true,
  obstacle: '',
  since: null,
})

const page = (all: number, waiting = 0) => ({
  all,
  ready: all,
  waiting,
  devices: Array.from({ length: Math.min(all, 3) }, (_, i) => device(i + 1)),
})
const none = { count: 0, labels: [] }
const forecast = {
  changing: 1,
  unchanged: 0,
  first: 0,
  restarting: none,
  inCall: none,
  told: 0,
  changes: [],
  obstacles: [],
  loadBefore: '',
  loadAfter: '',
  powerCut: '',
  leftOut: [],
  waiting: none,
  unfit: [],
  overwritten: [],
}

it('while another search is being answered nothing can be released', async () => {
  let finish = () => {}
  const late = new Promise<void>((resolve) => (finish = resolve))
  const asked = serverSays({
    'GET /api/releases/pending': (_, query) =>
      query.get('q') === 'win'
        ? { body: page(3) }
        : { body: page(400), after: asked.length > 3 ? late : undefined },
    'POST /api/releases/impact': { body: forecast },
  })
  renderWithAll(<ReleaseDialog onClose={() => {}} />)
  await screen.findByRole('button', { name: 'Release to 400 devices' })
  const search = screen.getByLabelText('Only those with')
  fireEvent.change(search, { target: { value: 'win' } })
  await screen.findByRole('button', { name: 'Release to 3 devices' })
  fireEvent.change(search, { target: { value: '' } })
  const act = await screen.findByRole('button', { name: /Counting|400/ })
  if (act.textContent === 'Counting…') expect((act as HTMLButtonElement).disabled).toBe(true)
  expect(screen.queryByRole('button', { name: 'Release to 3 devices' })).toBeNull()
  finish()
  await screen.findByRole('button', { name: 'Release to 400 devices' })
  expect(asked.filter((a) => a.what === 'POST /api/releases')).toHaveLength(0)
})

it('a list that did not come is not told as everything being on the phones', async () => {
  serverSays({ 'GET /api/releases/pending': { status: 500, body: { detail: 'It is in the log.' } } })
  renderWithAll(<ReleaseDialog onClose={() => {}} />)
  await waitFor(() => expect(screen.getAllByRole('alert')[0]?.textContent).toContain('It is in the log.'))
  expect(screen.queryByText('Everything is on the phones.')).toBeNull()
})

it('devices that a change touched and nobody looked at yet are waited for', async () => {
  let waiting = 9_600
  serverSays({
    'GET /api/releases/pending': () => ({ body: page(400, waiting) }),
    'POST /api/releases/impact': { body: forecast },
  })
  renderWithAll(<ReleaseDialog onClose={() => {}} />)
  const act = await screen.findByRole('button', { name: 'Counting: 9,600 to look at…' })
  expect((act as HTMLButtonElement).disabled).toBe(true)
  waiting = 0
  await screen.findByRole('button', { name: 'Release to 400 devices' }, { timeout: 3_000 })
})

it('firmware that is not to be relied on is asked about, and only what is agreed to is sent', async () => {
  const asked = serverSays({
    'GET /api/releases/pending': { body: page(2) },
    'POST /api/releases/impact': { body: forecast },
    'POST /api/releases': (body) =>
      (body as { unfit: boolean }).unfit
        ? { body: { id: 7, devices: 2 } }
        : {
            status: 422,
            body: {
              detail: 'refused',
              fields: [
                {
                  pointer: '/unfit',
                  reason: 'Window 1 has firmware 2.3.0, which is blocked.',
                  hint: 'Have other firmware given first, or release all the same.',
                },
              ],
            },
          },
  })
  const onClose = vi.fn()
  renderWithAll(<ReleaseDialog onClose={onClose} />)
  const release = await screen.findByRole('button', { name: 'Release to 2 devices' })
  fireEvent.click(release)
  await screen.findByText('Window 1 has firmware 2.3.0, which is blocked.')
  expect(onClose).not.toHaveBeenCalled()
  fireEvent.click(screen.getByLabelText('Release to them all the same, with this firmware'))
  fireEvent.click(release)
  await waitFor(() => expect(onClose).toHaveBeenCalledOnce())
  const sent = asked.filter((a) => a.what === 'POST /api/releases').map((a) => a.body)
  expect(sent).toMatchObject([
    { unfit: false, supersede: false },
    { unfit: true, supersede: false },
  ])
})
