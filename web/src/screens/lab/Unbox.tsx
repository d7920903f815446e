import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useGround } from '../../api/queries'
import { ChoiceField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'

const LABELS = { modelId: 'Model', siteId: 'Plugged in at', mac: 'MAC on its label' } as const

const UNSUPPORTED = ['brask-9', 'Brask 9 (nobody supports it)'] as const

/** A new phone out of its box, plugged in at a site: it asks for a configuration until it gets one. */
export function Unbox({ onClose }: { onClose: () => void }) {
  const ground = useGround().data
  return ground ? <UnboxAmong ground={ground} onClose={onClose} /> : null
}

function UnboxAmong({ ground, onClose }: { ground: Schemas['Ground']; onClose: () => void }) {
  const sites = ground.sites.map((s) => [s.id, s.name] as const)
  const known = ground.models.filter((m) => m.kind !== 'SOFTPHONE').map((m) => [m.id, m.name] as const)
  const models = known.some(([id]) => id === UNSUPPORTED[0]) ? known : [...known, UNSUPPORTED]
  const form = useForm({
    what: 'a phone that is unboxed',
    labels: LABELS,
    known: { modelId: models[0]?.[0] ?? '', siteId: sites[0]?.[0] ?? 0, mac: '' },
    send: (wish) => unwrap(client.POST('/api/lab/phones', { body: wish })),
    kept: onClose,
  })
  return (
    <FormDialog
      form={form}
      title="Unbox a phone"
      main="Plug it in"
      onClose={onClose}
      width="400px"
      fields={
        <>
          <ChoiceField form={form} at="modelId" options={models} />
          <ChoiceField form={form} at="siteId" options={sites} />
          <TextField form={form} at="mac" mono help="Empty: one is made up." />
        </>
      }
    />
  )
}
