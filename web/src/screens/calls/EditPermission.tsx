import { Box, Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Choice, Faded, Heading } from '../../kit/basics'
import { Field } from '../../kit/Field'

const LABELS = { name: 'Name', lists: 'Lists' } as const

type Props = {
  domainId: number
  permission: Schemas['PermissionView'] | undefined
  lists: Schemas['DialListView'][]
  onClose: () => void
}

/** A permission: which lists count, and in which order. */
export function EditPermission({ domainId, permission, lists, onClose }: Props) {
  const form = useForm({
    what: permission ? `the permission ${permission.name}` : 'a new permission',
    labels: LABELS,
    known: { name: permission?.name ?? '', lists: permission?.lists ?? [] },
    version: permission?.version ?? 1,
    send: (wish, version) => {
      const body = { ...wish, domainId, version }
      return permission
        ? unwrap(client.PUT('/api/permissions/{id}', { params: { path: { id: permission.id } }, body }))
        : unwrap(client.POST('/api/permissions', { body })).then(() => undefined)
    },
    kept: onClose,
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/permissions/{id}', { params: { path: { id: permission?.id ?? 0 } } })),
    onClose,
  )
  const chosen = form.values.lists
  const move = (i: number) => {
    const moved = [...chosen]
    moved.splice(i - 1, 0, ...moved.splice(i, 1))
    form.set({ lists: moved })
  }
  const others = lists.filter((l) => !chosen.includes(l.id))
  return (
    <FormDialog
      form={form}
      title={permission ? `Permission ${permission.name}` : 'A new permission'}
      main={permission ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="520px"
      error={remove.error}
      more={
        permission && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Remove
          </Act>
        )
      }
      fields={<TextField form={form} at="name" />}
    >
      <Box mt="14px">
        <Heading>Lists, tried in this order</Heading>
        <Box as="ol" mt="4px">
          <Faded as="li">Emergency numbers, always</Faded>
          {chosen.map((id, i) => (
            <Flex as="li" key={id} align="baseline" gap="8px">
              <b>{lists.find((l) => l.id === id)?.name ?? 'a list that is gone'}</b>
              <Act
                kind="quiet"
                aria-label={`Move list ${i + 1} up`}
                disabled={i === 0}
                onClick={() => move(i)}
              >
                ↑
              </Act>
              <Act
                kind="quiet"
                aria-label={`Take list ${i + 1} out`}
                onClick={() => form.set({ lists: chosen.filter((l) => l !== id) })}
              >
                ✕
              </Act>
              {form.problem?.at(`/lists/${i}`) && (
                <Box as="span" color="rust">
                  {form.problem.at(`/lists/${i}`)?.reason}
                </Box>
              )}
            </Flex>
          ))}
          <Faded as="li">Numbers of the domain, for everybody whom no list refuses them</Faded>
        </Box>
        {others.length > 0 && (
          <Box mt="8px" maxW="240px">
            <Field label="Add a list">
              <Choice
                width="100%"
                value={0}
                onChange={(e) => form.set({ lists: [...chosen, Number(e.target.value)] })}
              >
                <option value={0}>choose…</option>
                {others.map((l) => (
                  <option key={l.id} value={l.id}>
                    {l.name}
                  </option>
                ))}
              </Choice>
            </Field>
          </Box>
        )}
      </Box>
    </FormDialog>
  )
}
