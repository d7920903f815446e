import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { ChoiceField, LongField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Entry } from '../../kit/basics'
import { Field } from '../../kit/Field'

type Props = { device: Schemas['DeviceSheet']; onClose: () => void; onRemoved: () => void }

const LABELS = {
  label: 'Label',
  modelId: 'Model',
  siteId: 'Site',
  templateId: 'Template',
  note: 'Note for the next technician',
} as const

export function EditDevice({ device, onClose, onRemoved }: Props) {
  const ground = useGround().data
  const [typed, setTyped] = useState<string | undefined>()
  const path = { params: { path: { id: device.id } } }
  const form = useForm({
    what: device.label,
    labels: LABELS,
    known: {
      label: device.label,
      modelId: device.modelId,
      siteId: device.siteId,
      templateId: device.templateId ?? 0,
      note: device.note,
    },
    version: device.version,
    send: (wish, version) =>
      unwrap(
        client.PUT('/api/devices/{id}', {
          ...path,
          body: { ...wish, templateId: wish.templateId || undefined, version },
        }),
      ),
    kept: onClose,
  })
  const remove = useChange(() => unwrap(client.DELETE('/api/devices/{id}', path)), onRemoved)
  const inDomain = <R extends { domainId: number }>(all: R[] | undefined) =>
    (all ?? []).filter((r) => r.domainId === device.domainId)
  return (
    <FormDialog
      form={form}
      title={device.label}
      main="Keep the changes"
      onClose={onClose}
      error={remove.error}
      more={
        <Act kind="danger" ml="auto" onClick={() => setTyped('')}>
          Remove…
        </Act>
      }
      fields={
        <>
          <TextField form={form} at="label" />
          <ChoiceField
            form={form}
            at="modelId"
            options={(ground?.models ?? []).map((m) => [m.id, `${m.name}, ${m.lines} lines`] as const)}
          />
          <ChoiceField
            form={form}
            at="siteId"
            options={inDomain(ground?.sites).map((s) => [s.id, s.name] as const)}
          />
          <ChoiceField
            form={form}
            at="templateId"
            options={[
              [0, 'none'] as const,
              ...inDomain(ground?.templates).map((t) => [t.id, t.name] as const),
            ]}
          />
          <LongField form={form} at="note" />
        </>
      }
    >
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
    </FormDialog>
  )
}
