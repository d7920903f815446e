import { Box } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { ChoiceField, TextField, TickField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Dialog } from '../../kit/Dialog'
import { Empty } from '../../kit/Empty'
import { tellDone } from '../../kit/undo'
import { useKits } from './queries'

type Props = {
  ground: Schemas['Ground']
  domainId: number
  onClose: () => void
  onStarted: (personId: number) => void
}

const LAST_KIT = 'jordfell-last-kit'
const LAST_SITE = 'jordfell-last-site'

const LABELS = {
  name: 'Name',
  another: 'This is somebody else of the same name',
  kitId: 'Kit',
  siteId: 'Site',
  mac: 'MAC of the phone, if the box is here',
} as const

/** A name and Enter: the kit says what they get. The kit and site chosen last are offered first. */
export function NewStarter(props: Props) {
  const kits = useKits(props.domainId).data
  if (!kits) return null
  return kits.length > 0 ? (
    <StarterForm {...props} kits={kits} />
  ) : (
    <Dialog title="New starter" onClose={props.onClose} width="480px">
      <Empty title="No kit yet">A kit says what a role gets. Make one under Kits first.</Empty>
    </Dialog>
  )
}

/** The one that was chosen last, if it is still there; else the first. */
function last(key: string, all: { id: number }[]): number {
  const id = Number(localStorage.getItem(key))
  return (all.find((one) => one.id === id) ?? all[0])?.id ?? 0
}

function StarterForm({ ground, domainId, kits, onClose, onStarted }: Props & { kits: Schemas['KitView'][] }) {
  const sites = ground.sites.filter((s) => s.domainId === domainId)
  const form = useForm({
    what: 'a new starter',
    labels: LABELS,
    known: { name: '', another: false, kitId: last(LAST_KIT, kits), siteId: last(LAST_SITE, sites), mac: '' },
    send: (wish) => unwrap(client.POST('/api/starters', { body: wish })),
    kept: (started) => {
      localStorage.setItem(LAST_KIT, String(form.values.kitId))
      localStorage.setItem(LAST_SITE, String(form.values.siteId))
      tellDone({ actId: started.actId, text: `${form.values.name} can start.` })
      onStarted(started.personId)
    },
  })
  const kit = kits.find((k) => k.id === form.values.kitId)
  const gets = kit?.devices.map((d) => ground.models.find((m) => m.id === d.modelId)?.name ?? KIND[d.kind])
  return (
    <FormDialog
      form={form}
      title="New starter"
      main="Set up"
      ready={form.values.name.trim() !== '' && !!kit}
      onClose={onClose}
      width="480px"
      columns="1fr 1fr"
      fields={
        <>
          <Box gridColumn="span 2">
            <TextField form={form} at="name" autoFocus />
            {form.problem?.at('/name') && <TickField form={form} at="another" />}
          </Box>
          <ChoiceField form={form} at="kitId" options={kits.map((k) => [k.id, k.name] as const)} />
          <ChoiceField form={form} at="siteId" options={sites.map((s) => [s.id, s.name] as const)} />
          <Box gridColumn="span 2">
            <TextField
              form={form}
              at="mac"
              mono
              help="Without it a claim code is made, which anybody can type on the phone later."
            />
          </Box>
        </>
      }
    >
      {kit && (
        <Box mt="12px" color="faded">
          Gets an extension from {kit.block}
          {gets && gets.length > 0 && ` on ${gets.join(' and ')}`}, on up to {kit.contactLimit} devices
          {kit.outside && ', also from outside'}.
        </Box>
      )}
    </FormDialog>
  )
}

const KIND: Record<string, string> = {
  DESK_PHONE: 'a desk phone',
  SOFTPHONE: 'a softphone',
  ADAPTER: 'an adapter',
}
