import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry, Faded, Heading, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

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

const FORMULAS = [
  ['displayName', 'Shown as'],
  ['authUser', 'Authentication user'],
  ['outgoing', 'Outgoing number'],
] as const

/** A kit, with what its formulas give for somebody shown while they are typed. */
export function EditKit({ domain, ground, kit, onClose }: Props) {
  const [wish, setWish] = useState({
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
  })
  const set = (change: Partial<typeof wish>) => setWish({ ...wish, ...change })
  const formulas = { displayName: wish.displayName, authUser: wish.authUser, outgoing: wish.outgoing }
  const trial = useQuery({
    queryKey: ['kit-trial', formulas, domain.name],
    queryFn: () => unwrap(client.POST('/api/kits/try', { body: { ...formulas, domain: domain.name } })),
    placeholderData: (before) => before,
  })
  const save = useChange(() => {
    const body = { ...wish, domainId: domain.id, version: kit?.version ?? 1 }
    return kit
      ? unwrap(client.PUT('/api/kits/{id}', { params: { path: { id: kit.id } }, body }))
      : unwrap(client.POST('/api/kits', { body })).then(() => undefined)
  }, onClose)
  const remove = useChange(
    () => unwrap(client.DELETE('/api/kits/{id}', { params: { path: { id: kit?.id ?? 0 } } })),
    onClose,
  )
  const problem = asProblem(save.error)
  const setDevice = (i: number, change: Partial<Device>) =>
    set({ devices: wish.devices.map((d, j) => (j === i ? { ...d, ...change } : d)) })
  return (
    <Dialog
      title={kit ? `Kit ${kit.name}` : 'A new kit'}
      onClose={onClose}
      width="720px"
      footer={
        <>
          <Act kind="main" disabled={save.isPending} onClick={() => save.mutate(undefined)}>
            {kit ? 'Keep the changes' : 'Make it'}
          </Act>
          {kit && (
            <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
              Remove
            </Act>
          )}
        </>
      }
    >
      <Box display="grid" gridTemplateColumns="2fr 2fr 1fr 1fr" gap="10px">
        <Field label="Name" problem={problem?.at('/name')}>
          <Entry width="100%" value={wish.name} onChange={(e) => set({ name: e.target.value })} />
        </Field>
        <Field label="Extension from" problem={problem?.at('/blockFirst')}>
          <Choice
            width="100%"
            value={wish.blockFirst}
            onChange={(e) => set({ blockFirst: Number(e.target.value) })}
          >
            <option value={0}>any block</option>
            {domain.blocks.map((b) => (
              <option key={b.first} value={b.first}>
                {b.purpose} {b.first}–{b.last}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Devices at once" problem={problem?.at('/contactLimit')}>
          <Entry
            type="number"
            width="100%"
            min={1}
            max={10}
            value={wish.contactLimit}
            onChange={(e) => set({ contactLimit: Number(e.target.value) })}
          />
        </Field>
        <Field label="PIN digits (0: none)" problem={problem?.at('/pinDigits')}>
          <Entry
            type="number"
            width="100%"
            min={0}
            max={8}
            value={wish.pinDigits}
            onChange={(e) => set({ pinDigits: Number(e.target.value) })}
          />
        </Field>
      </Box>
      <Flex gap="18px" mt="10px" align="end">
        <Box flex="1">
          <Field label="Permission class" problem={problem?.at('/permissionClass')}>
            <Entry
              width="100%"
              value={wish.permissionClass}
              onChange={(e) => set({ permissionClass: e.target.value })}
            />
          </Field>
        </Box>
        <chakra.label display="inline-flex" gap="6px" flex="1" pb="4px">
          <input
            type="checkbox"
            checked={wish.outside}
            onChange={(e) => set({ outside: e.target.checked })}
          />
          May register from outside
        </chakra.label>
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
        {FORMULAS.map(([field, label]) => {
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
                label={label}
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
      <Trouble
        error={save.error ?? remove.error}
        shownAt={[
          '/name',
          '/blockFirst',
          '/contactLimit',
          '/pinDigits',
          '/displayName',
          '/authUser',
          '/outgoing',
        ]}
      />
    </Dialog>
  )
}
