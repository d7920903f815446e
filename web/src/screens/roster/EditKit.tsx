import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { ChoiceField, TextField, TickField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Choice, Entry, Faded, Heading, Mono } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { PermissionField } from '../calls/PermissionField'

type Device = Schemas['KitDeviceForm']
type Props = {
  domain: Schemas['DomainView']
  ground: Schemas['Ground']
  kit: Schemas['KitView'] | undefined
  onClose: () => void
}

const KINDS: [Device['kind'], string][] = [
  ['DESK_PHONE', 'desk phone'],
  ['SOFTPHONE', 'softphone'],
  ['ADAPTER', 'adapter'],
]

const FORMULAS = ['displayName', 'authUser', 'outgoing'] as const

const LABELS = {
  name: 'Name',
  blockFirst: 'Extension from',
  contactLimit: 'Devices at once',
  pinDigits: 'PIN digits (0: none)',
  permissionClass: 'Permission',
  outside: 'May register from outside',
  devices: 'Devices',
  displayName: 'Shown as',
  authUser: 'Authentication user',
  outgoing: 'Outgoing number',
} as const

/** A kit, with what its formulas give for somebody shown while they are typed. */
export function EditKit({ domain, ground, kit, onClose }: Props) {
  const form = useForm({
    what: kit ? `the kit ${kit.name}` : 'a new kit',
    labels: LABELS,
    known: {
      name: kit?.name ?? '',
      blockFirst: kit?.blockFirst ?? domain.blocks[0]?.first ?? 0,
      contactLimit: kit?.contactLimit ?? 2,
      outside: kit?.outside ?? false,
      permissionClass: kit?.permissionClass ?? '',
      pinDigits: kit?.pinDigits ?? 0,
      devices: kit?.devices ?? ([{ kind: 'DESK_PHONE' }] as Device[]),
      displayName: kit?.displayName ?? '{{person.name}}',
      authUser: kit?.authUser ?? '{{extension.number}}-a',
      outgoing: kit?.outgoing ?? '',
    },
    version: kit?.version ?? 1,
    send: (values, version) => {
      const body = { ...values, domainId: domain.id, version }
      return kit
        ? unwrap(client.PUT('/api/kits/{id}', { params: { path: { id: kit.id } }, body }))
        : unwrap(client.POST('/api/kits', { body })).then(() => undefined)
    },
    kept: onClose,
  })
  const { values: wish, set, problem } = form
  const formulas = { displayName: wish.displayName, authUser: wish.authUser, outgoing: wish.outgoing }
  const trial = useQuery({
    queryKey: ['kit-trial', formulas, domain.name],
    queryFn: () => unwrap(client.POST('/api/kits/try', { body: { ...formulas, domain: domain.name } })),
    placeholderData: (before) => before,
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/kits/{id}', { params: { path: { id: kit?.id ?? 0 } } })),
    onClose,
  )
  const setDevice = (i: number, change: Partial<Device>) =>
    set({ devices: wish.devices.map((d, j) => (j === i ? { ...d, ...change } : d)) })
  return (
    <FormDialog
      form={form}
      title={kit ? `Kit ${kit.name}` : 'A new kit'}
      main={kit ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="720px"
      columns="2fr 2fr 1fr 1fr"
      error={remove.error}
      more={
        kit && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Act>
        )
      }
      fields={
        <>
          <TextField form={form} at="name" />
          <ChoiceField
            form={form}
            at="blockFirst"
            options={[
              [0, 'any block'] as const,
              ...domain.blocks.map((b) => [b.first, `${b.purpose} ${b.first}–${b.last}`] as const),
            ]}
          />
          <WholeField form={form} at="contactLimit" min={1} max={10} />
          <WholeField form={form} at="pinDigits" min={0} max={8} />
        </>
      }
    >
      <Flex gap="18px" mt="10px" align="end">
        <Box flex="1">
          <PermissionField form={form} domainId={domain.id} />
        </Box>
        <Box flex="1">
          <TickField form={form} at="outside" />
        </Box>
      </Flex>
      <Box mt="14px">
        <Heading>Devices, all on the same extension</Heading>
        {wish.devices.map((d, i) => (
          <Flex key={i} gap="8px" mt="4px" align="center">
            <Choice
              aria-label={`Kind of device ${i + 1}`}
              value={d.kind}
              onChange={(e) => setDevice(i, { kind: e.target.value as Device['kind'], modelId: undefined })}
            >
              {KINDS.map(([k, name]) => (
                <option key={k} value={k}>
                  {name}
                </option>
              ))}
            </Choice>
            <Choice
              aria-label={`Model of device ${i + 1}`}
              value={d.modelId ?? ''}
              onChange={(e) => setDevice(i, { modelId: e.target.value || undefined })}
            >
              <option value="">model: ask</option>
              {ground.models
                .filter((m) => m.kind === d.kind)
                .map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
                  </option>
                ))}
            </Choice>
            <Choice
              aria-label={`Template of device ${i + 1}`}
              value={d.templateId ?? 0}
              onChange={(e) => setDevice(i, { templateId: Number(e.target.value) || undefined })}
            >
              <option value={0}>no template</option>
              {ground.templates
                .filter((t) => t.domainId === domain.id)
                .map((t) => (
                  <option key={t.id} value={t.id}>
                    {t.name}
                  </option>
                ))}
            </Choice>
            <Act
              kind="quiet"
              aria-label={`Take device ${i + 1} out`}
              onClick={() => set({ devices: wish.devices.filter((_, j) => j !== i) })}
            >
              ✕
            </Act>
          </Flex>
        ))}
        <Act kind="quiet" mt="4px" onClick={() => set({ devices: [...wish.devices, { kind: 'SOFTPHONE' }] })}>
          Add a device
        </Act>
      </Box>
      <Box mt="14px">
        <Heading>Derived</Heading>
        {FORMULAS.map((field) => {
          const failed = trial.data?.problems.find((p) => p.field === field)
          return (
            <Box
              key={field}
              display="grid"
              gridTemplateColumns="3fr 2fr"
              gap="12px"
              mt="6px"
              alignItems="end"
            >
              <Field
                label={LABELS[field]}
                problem={
                  problem?.at('/' + field) ??
                  (failed ? { pointer: field, reason: failed.reason, hint: '' } : undefined)
                }
              >
                <Entry
                  fontFamily="mono"
                  width="100%"
                  list="kit-words"
                  value={wish[field]}
                  onChange={(e) => set({ [field]: e.target.value })}
                />
              </Field>
              <Box pb="4px" color="faded">
                {failed ? (
                  '–'
                ) : (
                  <>
                    Ida Sørvik gets <Mono>{trial.data?.[field] || 'nothing'}</Mono>
                  </>
                )}
              </Box>
            </Box>
          )
        })}
        <datalist id="kit-words">
          {trial.data?.words.map((w) => (
            <option key={w} value={`{{${w}}}`} />
          ))}
        </datalist>
        <Faded fontSize="12px">
          Names: {trial.data?.words.join(', ')}. Text with {'{{ }}'}, or a formula after =, such as =
          person.first + " " + extension.number
        </Faded>
      </Box>
    </FormDialog>
  )
}
