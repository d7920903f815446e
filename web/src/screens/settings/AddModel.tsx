import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { useFamilies } from './queries'

/** A model that nobody supports: its maker and name as it tells them itself, and the family whose files it reads. */
export function AddModel({ onClose }: { onClose: () => void }) {
  const families = useFamilies().data ?? []
  const navigate = useNavigate()
  const [wish, setWish] = useState({ maker: '', name: '', lines: 1, keys: 0 })
  const [chosen, setFamily] = useState('')
  const family = chosen || families.at(-1)?.id || ''
  const add = useChange(
    () => unwrap(client.POST('/api/models', { body: { ...wish, family, kind: 'DESK_PHONE' } })),
    ({ id }) => {
      onClose()
      void navigate(`/settings/models/${id}`)
    },
  )
  const problem = asProblem(add.error)
  return (
    <Dialog
      title="Add a model"
      onClose={onClose}
      width="420px"
      footer={
        <Act kind="main" disabled={add.isPending} onClick={() => add.mutate(undefined)}>
          Add it
        </Act>
      }
    >
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px">
        <Field label="Maker" problem={problem?.at('/maker')}>
          <Entry
            width="100%"
            value={wish.maker}
            onChange={(e) => setWish({ ...wish, maker: e.target.value })}
          />
        </Field>
        <Field label="Model" problem={problem?.at('/name')}>
          <Entry
            width="100%"
            value={wish.name}
            onChange={(e) => setWish({ ...wish, name: e.target.value })}
          />
        </Field>
        <Field label="Lines" problem={problem?.at('/lines')}>
          <Entry
            type="number"
            width="100%"
            value={wish.lines}
            onChange={(e) => setWish({ ...wish, lines: Number(e.target.value) })}
          />
        </Field>
        <Field label="Keys" problem={problem?.at('/keys')}>
          <Entry
            type="number"
            width="100%"
            value={wish.keys}
            onChange={(e) => setWish({ ...wish, keys: Number(e.target.value) })}
          />
        </Field>
        <Box gridColumn="1 / -1">
          <Field label="Reads files of the family" problem={problem?.at('/family')}>
            <Choice width="100%" value={family} onChange={(e) => setFamily(e.target.value)}>
              {families.map((f) => (
                <option key={f.id} value={f.id}>
                  {f.name}
                </option>
              ))}
            </Choice>
          </Field>
        </Box>
      </Box>
      <Trouble error={add.error} shownAt={['/maker', '/name', '/lines', '/keys', '/family']} />
    </Dialog>
  )
}
