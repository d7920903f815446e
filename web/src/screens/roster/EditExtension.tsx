import { Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { ChoiceField, TextField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act } from '../../kit/basics'
import { PermissionField } from '../calls/PermissionField'
import { useRingImpact } from '../calls/queries'
import { RingsElsewhere } from '../calls/RingsElsewhere'
import { MakeHandoff } from './MakeHandoff'
import { PasswordPart } from './PasswordPart'
import { PinPart } from './PinPart'
import { useSomeNumbers } from './queries'
import { Holders } from './Stands'

type Props = {
  extension: Schemas['ExtensionRow']
  mayChange: boolean
  onClose: () => void
}

const LABELS = {
  number: 'Number',
  authUser: 'Authentication user',
  displayName: 'Shown as',
  person: 'Person',
  contactLimit: 'On how many devices at once',
  outgoing: 'Outgoing number',
  permissionClass: 'Permission',
  pickUpGroup: 'Pick-up group',
  outside: 'From outside',
} as const

const OUTSIDE = [
  [false, 'may not register'],
  [true, 'may register, with a strong password'],
] as const

/** One extension: what it is, who may use it, its password and PIN, and handing it to a softphone. */
export function EditExtension({ extension, mayChange, onClose }: Props) {
  const [handing, setHanding] = useState(false)
  const [removing, setRemoving] = useState(false)
  const [password, setPassword] = useState('')
  const [pin, setPin] = useState('')
  const path = { params: { path: { id: extension.id } } }
  const numbers = useSomeNumbers(extension.domainId)
  const form = useForm({
    what: `extension ${extension.number}`,
    labels: LABELS,
    known: {
      number: extension.number,
      authUser: extension.authUser,
      displayName: extension.displayName,
      person: extension.person,
      contactLimit: extension.contactLimit,
      outgoing: extension.outgoing,
      permissionClass: extension.permissionClass,
      pickUpGroup: extension.pickUpGroup,
      outside: extension.outside,
    },
    version: extension.version,
    send: (wish, version) =>
      unwrap(client.PUT('/api/extensions/{id}', { ...path, body: { ...wish, version } })),
    kept: onClose,
  })
  const impact = useRingImpact(
    { number: form.values.number },
    form.values.number.trim() !== extension.number && form.values.number.trim() !== '',
    ({ number }) =>
      unwrap(client.GET('/api/extensions/{id}/impact', { params: { ...path.params, query: { number } } })),
  )
  const gone = useQuery({
    queryKey: ['ring-impact', 'without', extension.id],
    enabled: removing,
    queryFn: () => unwrap(client.GET('/api/extensions/{id}/impact', path)),
  })
  const remove = useChange(() => unwrap(client.DELETE('/api/extensions/{id}', path)), onClose)
  return (
    <FormDialog
      form={form}
      title={`Extension ${extension.number}`}
      main="Keep the changes"
      onClose={onClose}
      columns="1fr 1fr"
      mayChange={mayChange}
      error={remove.error}
      typedBeside={password !== '' || pin !== ''}
      more={
        <>
          <Act onClick={() => setHanding(true)}>Hand over to a softphone…</Act>
          <Act kind="danger" ml="auto" onClick={() => setRemoving(true)}>
            Remove…
          </Act>
        </>
      }
      fields={
        <>
          <TextField form={form} at="number" mono disabled={!mayChange} />
          <TextField form={form} at="authUser" mono disabled={!mayChange} />
          <TextField form={form} at="displayName" disabled={!mayChange} />
          <TextField form={form} at="person" disabled={!mayChange} />
          <WholeField form={form} at="contactLimit" min={1} max={10} disabled={!mayChange} />
          <TextField
            form={form}
            at="outgoing"
            mono
            list="outside-numbers"
            disabled={!mayChange}
            help="What others see: one of the domain’s outside numbers, or an extension. In templates: extension.outgoing."
          />
          <datalist id="outside-numbers">
            {numbers.data?.rows.map((n) => (
              <option key={n.id} value={n.e164}>
                {n.shown} {n.rings}
              </option>
            ))}
          </datalist>
          <PermissionField form={form} domainId={extension.domainId} disabled={!mayChange} />
          <ChoiceField form={form} at="outside" options={OUTSIDE} disabled={!mayChange} />
          <TextField
            form={form}
            at="pickUpGroup"
            disabled={!mayChange}
            help="Those in the same group may take each other’s ringing calls, by what a dial list has for pick-up."
          />
        </>
      }
    >
      {impact.isSuccess && form.values.number !== extension.number && <RingsElsewhere impact={impact.data} />}
      <Holders extension={extension} />
      <chakra.span color="fjord" fontWeight={600} mt="6px" display="block">
        <Link to={`/calls/rings?domain=${extension.domainId}&number=${extension.number}`}>
          What rings when it is called, and where its calls go
        </Link>
      </chakra.span>
      {mayChange && <PasswordPart extension={extension} typed={password} onType={setPassword} />}
      {mayChange && <PinPart extension={extension} typed={pin} onType={setPin} />}
      {handing && <MakeHandoff extension={extension} onClose={() => setHanding(false)} />}
      {removing && gone.data && <RingsElsewhere impact={gone.data} />}
      {removing && (
        <Flex mt="12px" gap="10px" align="center" bg="rustBg" p="10px">
          <chakra.span flex="1">
            {extension.devices
              ? `${extension.devices} will have a line without an extension.`
              : 'No device has it.'}
          </chakra.span>
          <Act kind="danger" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove {extension.number}
          </Act>
        </Flex>
      )}
    </FormDialog>
  )
}
