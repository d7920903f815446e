import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { MakeHandoff } from './MakeHandoff'
import { PasswordPart } from './PasswordPart'
import { PinPart } from './PinPart'

type Props = { extension: Schemas['ExtensionRow']; mayChange: boolean; onClose: () => void }

/** One extension: what it is, who may use it, its password and PIN, and handing it to a softphone. */
export function EditExtension({ extension, mayChange, onClose }: Props) {
  const [wish, setWish] = useState({
    number: extension.number,
    displayName: extension.displayName,
    person: extension.person,
    authUser: extension.authUser,
    contactLimit: extension.contactLimit,
    outside: extension.outside,
    permissionClass: extension.permissionClass,
    outgoing: extension.outgoing,
  })
  const [handing, setHanding] = useState(false)
  const [removing, setRemoving] = useState(false)
  const path = { params: { path: { id: extension.id } } }
  const save = useChange(
    () =>
      unwrap(client.PUT('/api/extensions/{id}', { ...path, body: { ...wish, version: extension.version } })),
    onClose,
  )
  const remove = useChange(() => unwrap(client.DELETE('/api/extensions/{id}', path)), onClose)
  const problem = asProblem(save.error)
  const set = (change: Partial<typeof wish>) => setWish({ ...wish, ...change })
  return (
    <Dialog
      title={`Extension ${extension.number}`}
      onClose={onClose}
      width="480px"
      footer={
        mayChange && (
          <>
            <Act kind="main" disabled={save.isPending} onClick={() => save.mutate(undefined)}>
              Keep the changes
            </Act>
            <Act onClick={() => setHanding(true)}>Hand over to a softphone…</Act>
            <Act kind="danger" ml="auto" onClick={() => setRemoving(true)}>
              Remove…
            </Act>
          </>
        )
      }
    >
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px">
        <Field label="Number" problem={problem?.at('/number')}>
          <Entry
            fontFamily="mono"
            width="100%"
            value={wish.number}
            onChange={(e) => set({ number: e.target.value })}
          />
        </Field>
        <Field label="Authentication user" problem={problem?.at('/authUser')}>
          <Entry
            fontFamily="mono"
            width="100%"
            value={wish.authUser}
            onChange={(e) => set({ authUser: e.target.value })}
          />
        </Field>
        <Field label="Shown as" problem={problem?.at('/displayName')}>
          <Entry
            width="100%"
            value={wish.displayName}
            onChange={(e) => set({ displayName: e.target.value })}
          />
        </Field>
        <Field label="Person" problem={problem?.at('/person')}>
          <Entry width="100%" value={wish.person} onChange={(e) => set({ person: e.target.value })} />
        </Field>
        <Field label="On how many devices at once" problem={problem?.at('/contactLimit')}>
          <Entry
            type="number"
            min={1}
            max={10}
            width="100%"
            value={wish.contactLimit}
            onChange={(e) => set({ contactLimit: Number(e.target.value) })}
          />
        </Field>
        <Field label="Outgoing number" problem={problem?.at('/outgoing')}>
          <Entry
            fontFamily="mono"
            width="100%"
            value={wish.outgoing}
            onChange={(e) => set({ outgoing: e.target.value })}
          />
        </Field>
        <Field label="Permission class" problem={problem?.at('/permissionClass')}>
          <Entry
            width="100%"
            value={wish.permissionClass}
            onChange={(e) => set({ permissionClass: e.target.value })}
          />
        </Field>
        <Field label="From outside" problem={problem?.at('/outside')}>
          <Choice
            width="100%"
            value={wish.outside ? 'yes' : 'no'}
            onChange={(e) => set({ outside: e.target.value === 'yes' })}
          >
            <option value="no">may not register</option>
            <option value="yes">may register, with a strong password</option>
          </Choice>
        </Field>
      </Box>
      {extension.devices && (
        <Box mt="10px" color="faded">
          On {extension.devices}.
        </Box>
      )}
      {mayChange && <PasswordPart extension={extension} />}
      {mayChange && <PinPart extension={extension} />}
      {handing && <MakeHandoff extension={extension} onClose={() => setHanding(false)} />}
      <Trouble
        error={save.error ?? remove.error}
        shownAt={[
          '/number',
          '/authUser',
          '/displayName',
          '/person',
          '/contactLimit',
          '/outgoing',
          '/permissionClass',
          '/outside',
        ]}
      />
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
    </Dialog>
  )
}
