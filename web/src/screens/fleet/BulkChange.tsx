import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { Act, Choice, Entry, Faded, Grid } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'

type Props = { deviceIds: number[]; onClose: () => void; onDone: () => void }

/** The same change to many devices: every difference is shown before it is made. */
export function BulkChange({ deviceIds, onClose, onDone }: Props) {
  const ground = useGround().data
  const [siteId, setSite] = useState(0)
  const [templateId, setTemplate] = useState(0)
  const [modelId, setModel] = useState('')
  const [note, setNote] = useState('')
  const body = {
    deviceIds,
    siteId: siteId || undefined,
    templateId: templateId || undefined,
    modelId: modelId || undefined,
    note: note || undefined,
  }
  const look = useQuery({
    queryKey: ['bulk', body],
    queryFn: () => unwrap(client.POST('/api/fleet/try/change', { body })),
    placeholderData: (before) => before,
  })
  const apply = useChange(
    () => unwrap(client.POST('/api/fleet/change', { body })),
    (done) => {
      tellDone({ actId: done.actId, text: `Changed ${work} ${work === 1 ? 'device' : 'devices'}.` })
      onDone()
    },
  )
  const rows = look.data ?? []
  const work = rows.filter((r) => r.changes.length > 0 && r.refusal === '').length
  return (
    <Dialog
      title={`Change ${deviceIds.length} ${deviceIds.length === 1 ? 'device' : 'devices'} at once`}
      onClose={onClose}
      width="760px"
      footer={
        <>
          <Act
            kind="main"
            disabled={look.isPlaceholderData || work === 0 || apply.isPending}
            onClick={() => apply.mutate(undefined)}
          >
            {look.isPlaceholderData || look.isPending ? 'Looking…' : `Change ${work}`}
          </Act>
          <Faded>{rows.filter((r) => r.refusal !== '').length} can’t be changed so</Faded>
        </>
      }
    >
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr 1fr" gap="10px">
        <Field label="Site">
          <Choice width="100%" value={siteId} onChange={(e) => setSite(Number(e.target.value))}>
            <option value={0}>as it is</option>
            {ground?.sites.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Template">
          <Choice width="100%" value={templateId} onChange={(e) => setTemplate(Number(e.target.value))}>
            <option value={0}>as it is</option>
            {ground?.templates.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Model">
          <Choice width="100%" value={modelId} onChange={(e) => setModel(e.target.value)}>
            <option value="">as it is</option>
            {ground?.models.map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Note">
          <Entry width="100%" placeholder="as it is" value={note} onChange={(e) => setNote(e.target.value)} />
        </Field>
      </Box>
      <Box maxH="46vh" overflow="auto" mt="12px">
        <Grid>
          <tbody>
            {rows.map((r) => (
              <tr key={r.deviceId}>
                <td>{r.label}</td>
                <chakra.td color={r.refusal ? 'rust' : r.changes.length > 0 ? undefined : 'faded'}>
                  {r.refusal || r.changes.join('; ') || 'stays as it is'}
                </chakra.td>
              </tr>
            ))}
          </tbody>
        </Grid>
      </Box>
      <Trouble error={apply.error ?? look.error} />
    </Dialog>
  )
}
