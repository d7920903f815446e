import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Empty } from '../../kit/Empty'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
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

/** A name and Enter: the kit says what they get. The kit and site chosen last are offered first. */
export function NewStarter({ ground, domainId, onClose, onStarted }: Props) {
  const kits = useKits(domainId).data
  const sites = ground.sites.filter((s) => s.domainId === domainId)
  const lastSite = Number(localStorage.getItem(LAST_SITE))
  const [name, setName] = useState('')
  const [mac, setMac] = useState('')
  const [another, setAnother] = useState(false)
  const [chosenKit, setKit] = useState(Number(localStorage.getItem(LAST_KIT)))
  const [siteId, setSite] = useState(sites.some((s) => s.id === lastSite) ? lastSite : (sites[0]?.id ?? 0))
  const kit = kits?.find((k) => k.id === chosenKit) ?? kits?.[0]
  const start = useChange(
    () => unwrap(client.POST('/api/starters', { body: { name, kitId: kit?.id ?? 0, siteId, mac, another } })),
    (started) => {
      localStorage.setItem(LAST_KIT, String(kit?.id ?? 0))
      localStorage.setItem(LAST_SITE, String(siteId))
      tellDone({ actId: started.actId, text: `${name} can start.` })
      onStarted(started.personId)
    },
  )
  const problem = asProblem(start.error)
  if (kits?.length === 0) {
    return (
      <Dialog title="New starter" onClose={onClose} width="480px">
        <Empty title="No kit yet">A kit says what a role gets. Make one under Kits first.</Empty>
      </Dialog>
    )
  }
  return (
    <Dialog title="New starter" onClose={onClose} width="480px">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          start.mutate(undefined)
        }}
      >
        <Field label="Name" problem={problem?.at('/name')}>
          <Entry autoFocus width="100%" value={name} onChange={(e) => setName(e.target.value)} />
        </Field>
        {problem?.at('/name') && (
          <chakra.label display="inline-flex" gap="6px" mt="4px">
            <input type="checkbox" checked={another} onChange={(e) => setAnother(e.target.checked)} />
            This is somebody else of the same name
          </chakra.label>
        )}
        <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px" mt="10px">
          <Field label="Kit" problem={problem?.at('/kitId')}>
            <Choice width="100%" value={kit?.id ?? 0} onChange={(e) => setKit(Number(e.target.value))}>
              {kits?.map((k) => (
                <option key={k.id} value={k.id}>
                  {k.name}
                </option>
              ))}
            </Choice>
          </Field>
          <Field label="Site" problem={problem?.at('/siteId')}>
            <Choice width="100%" value={siteId} onChange={(e) => setSite(Number(e.target.value))}>
              {sites.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Choice>
          </Field>
        </Box>
        <Box mt="10px">
          <Field
            label="MAC of the phone, if the box is here"
            help="Without it a claim code is made, which anybody can type on the phone later."
            problem={problem?.at('/rows/0/device')}
          >
            <Entry fontFamily="mono" width="100%" value={mac} onChange={(e) => setMac(e.target.value)} />
          </Field>
        </Box>
        {kit && (
          <Box mt="12px" color="faded">
            Gets an extension from {kit.block}
            {kit.devices.length > 0 &&
              ` on ${kit.devices.map((d) => ground.models.find((m) => m.id === d.modelId)?.name ?? KIND[d.kind]).join(' and ')}`}
            , on up to {kit.contactLimit} devices{kit.outside && ', also from outside'}.
          </Box>
        )}
        <Trouble error={start.error} shownAt={['/name', '/kitId', '/siteId', '/rows/0/device']} />
        <Box mt="14px">
          <Act kind="main" type="submit" disabled={start.isPending || name.trim() === '' || !kit}>
            Set up
          </Act>
        </Box>
      </form>
    </Dialog>
  )
}

const KIND: Record<string, string> = {
  DESK_PHONE: 'a desk phone',
  SOFTPHONE: 'a softphone',
  ADAPTER: 'an adapter',
}
