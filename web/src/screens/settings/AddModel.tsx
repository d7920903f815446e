import { Box } from '@chakra-ui/react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { ChoiceField, TextField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'

const LABELS = {
  maker: 'Maker',
  name: 'Model',
  lines: 'Lines',
  keys: 'Keys',
  family: 'Reads files of the family',
} as const

/** A model that nobody supports: its maker and name as it tells them itself, and the family whose files it reads, if any. */
type Props = { families: Schemas['FamilyForm'][]; onClose: () => void }

export function AddModel({ families, onClose }: Props) {
  const navigate = useNavigate()
  const form = useForm({
    what: 'a new model',
    labels: LABELS,
    known: { maker: '', name: '', lines: 1, keys: 0, family: families[0]?.id ?? '' },
    send: (wish) =>
      unwrap(
        client.POST('/api/models', {
          body: { ...wish, kind: 'DESK_PHONE' },
        }),
      ),
    kept: ({ id }) => {
      onClose()
      void navigate(`/settings/models/${id}`)
    },
  })
  return (
    <FormDialog
      form={form}
      title="Add a model"
      main="Add"
      onClose={onClose}
      width="420px"
      columns="1fr 1fr"
      fields={
        <>
          <TextField form={form} at="maker" />
          <TextField form={form} at="name" />
          <WholeField form={form} at="lines" />
          <WholeField form={form} at="keys" />
          <Box gridColumn="1 / -1">
            <ChoiceField
              form={form}
              at="family"
              options={[
                ...families.map((f) => [f.id ?? '', f.name ?? ''] as const),
                ['', 'none: it is set by hand'] as const,
              ]}
            />
          </Box>
        </>
      }
    />
  )
}
