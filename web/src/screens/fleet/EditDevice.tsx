import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { Act, Choice, Entry, LongEntry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

type Props = { device: Schemas['DeviceSheet']; onClose: () => void; onRemoved: () => void }

export function EditDevice({ device, onClose, onRemoved }: Props) {
  const ground = useGround().data
  const [wish, setWish] = useState({
    label: device.label,
    modelId: device.modelId,
    siteId: device.siteId,
    templateId: device.templateId ?? 0,
    note: device.note,
  })
  const [typed, setTyped] = useState<string | undefined>()
  const path = { params: { path: { id: device.id } } }
  const save = useChange(
    () =>
      unwrap(
        client.PUT('/api/devices/{id}', {
          ...path,
          body: { ...wish, templateId: wish.templateId || undefined, version: device.version },
        }),
      ),
    onClose,
  )
  const remove = useChange(() => unwrap(client.DELETE('/api/devices/{id}', path)), onRemoved)
  const problem = asProblem(save.error)
  const set = (change: Partial<typeof wish>) => setWish({ ...wish, ...change })
  return (
    <Dialog
      title={device.label}
      onClose={onClose}
      width="480px"
      footer={
        <>
          <Act kind="main" disabled={save.isPending} onClick={() => save.mutate(undefined)}>
            Keep the changes
          </Act>
          <Act kind="danger" ml="auto" onClick={() => setTyped('')}>
            Remove…
          </Act>
        </>
      }
    >
      <Box display="grid" gap="10px">
        <Field label="Label" problem={problem?.at('/label')}>
          <Entry width="100%" value={wish.label} onChange={(e) => set({ label: e.target.value })} />
        </Field>
        <Field label="Model" problem={problem?.at('/modelId')}>
          <Choice width="100%" value={wish.modelId} onChange={(e) => set({ modelId: e.target.value })}>
            {ground?.models.map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}, {m.lines} lines
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Site" problem={problem?.at('/siteId')}>
          <Choice width="100%" value={wish.siteId} onChange={(e) => set({ siteId: Number(e.target.value) })}>
            {ground?.sites
              .filter((s) => s.domainId === device.domainId)
              .map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
          </Choice>
        </Field>
        <Field label="Template">
          <Choice
            width="100%"
            value={wish.templateId}
            onChange={(e) => set({ templateId: Number(e.target.value) })}
          >
            <option value={0}>none</option>
            {ground?.templates
              .filter((t) => t.domainId === device.domainId)
              .map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
          </Choice>
        </Field>
        <Field label="Note for the next technician" problem={problem?.at('/note')}>
          <LongEntry
            width="100%"
            rows={3}
            value={wish.note}
            onChange={(e) => set({ note: e.target.value })}
          />
        </Field>
      </Box>
      <Trouble error={save.error ?? remove.error} shownAt={['/label', '/modelId', '/siteId', '/note']} />
      {typed !== undefined && (
        <Flex mt="12px" gap="8px" align="end" bg="rustBg" p="10px">
          <Field label={`This can’t be undone. Type ${device.label} to remove it with its history.`}>
            <Entry width="100%" value={typed} autoFocus onChange={(e) => setTyped(e.target.value)} />
          </Field>
          <Act
            kind="danger"
            disabled={typed !== device.label || remove.isPending}
            onClick={() => remove.mutate(undefined)}
          >
            Remove
          </Act>
        </Flex>
      )}
    </Dialog>
  )
}
