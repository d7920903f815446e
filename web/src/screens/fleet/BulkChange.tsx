import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useGround } from '../../api/queries'
import { ChoiceField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Faded, Grid } from '../../kit/basics'
import { tellDone } from '../../kit/undo'

const LABELS = { siteId: 'Site', templateId: 'Template', modelId: 'Model', note: 'Note' } as const

type Wish = { siteId: number; templateId: number; modelId: string; note: string }

/** Only what is said is changed. */
const bodyOf = (deviceIds: number[], wish: Wish) => ({
  deviceIds,
  siteId: wish.siteId || undefined,
  templateId: wish.templateId || undefined,
  modelId: wish.modelId || undefined,
  note: wish.note || undefined,
})

const asItIs = <V extends string | number>(none: V, all: { id: V; name: string }[] = []) => [
  [none, 'as it is'] as const,
  ...all.map((one) => [one.id, one.name] as const),
]

type Props = { deviceIds: number[]; onClose: () => void; onDone: () => void }

/** The same change to many devices: every difference is shown before it is made. */
export function BulkChange({ deviceIds, onClose, onDone }: Props) {
  const ground = useGround().data
  const form = useForm({
    what: `a change to ${deviceIds.length} devices`,
    labels: LABELS,
    known: { siteId: 0, templateId: 0, modelId: '', note: '' },
    send: (wish) => unwrap(client.POST('/api/fleet/change', { body: bodyOf(deviceIds, wish) })),
    kept: (done) => {
      tellDone({ actId: done.actId, text: `Changed ${work} ${work === 1 ? 'device' : 'devices'}.` })
      onDone()
    },
  })
  const body = bodyOf(deviceIds, form.values)
  const look = useQuery({
    queryKey: ['bulk', body],
    queryFn: () => unwrap(client.POST('/api/fleet/try/change', { body })),
    placeholderData: (before) => before,
  })
  const rows = look.data ?? []
  const looking = look.isPlaceholderData || look.isPending
  const work = rows.filter((r) => r.changes.length > 0 && r.refusal === '').length
  return (
    <FormDialog
      form={form}
      title={`Change ${deviceIds.length} ${deviceIds.length === 1 ? 'device' : 'devices'} at once`}
      main={looking ? 'Looking…' : `Change ${work}`}
      ready={!looking && work > 0}
      onClose={onClose}
      width="760px"
      columns="1fr 1fr 1fr 1fr"
      error={look.error}
      more={!looking && <Faded>{rows.filter((r) => r.refusal !== '').length} can’t be changed so</Faded>}
      fields={
        <>
          <ChoiceField form={form} at="siteId" options={asItIs(0, ground?.sites)} />
          <ChoiceField form={form} at="templateId" options={asItIs(0, ground?.templates)} />
          <ChoiceField form={form} at="modelId" options={asItIs('', ground?.models)} />
          <TextField form={form} at="note" help="Empty: as it is." />
        </>
      }
    >
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
    </FormDialog>
  )
}
