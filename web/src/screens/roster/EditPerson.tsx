import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

type Props = {
  domainId: number
  person?: Schemas['PersonRow']
  kits: Schemas['KitChoice'][]
  onClose: () => void
}

const FIELDS = [
  ['name', 'Name'],
  ['department', 'Department'],
  ['email', 'E-mail'],
  ['mobile', 'Mobile'],
  ['language', 'Language'],
  ['zone', 'Time zone'],
] as const

/** Somebody new, or somebody changed. */
export function EditPerson({ domainId, person, kits, onClose }: Props) {
  const [wish, setWish] = useState({
    name: person?.name ?? '',
    department: person?.department ?? '',
    email: person?.email ?? '',
    mobile: person?.mobile ?? '',
    language: person?.language ?? '',
    zone: person?.zone ?? '',
    kitId: person?.kitId ?? 0,
  })
  const save = useChange(() => {
    const body = { ...wish, kitId: wish.kitId || undefined, domainId, version: person?.version ?? 1 }
    return person
      ? unwrap(client.PUT('/api/people/{id}', { params: { path: { id: person.id } }, body }))
      : unwrap(client.POST('/api/people', { body })).then(() => undefined)
  }, onClose)
  const problem = asProblem(save.error)
  return (
    <Dialog
      title={person ? person.name : 'A new person'}
      onClose={onClose}
      width="520px"
      footer={
        <Act kind="main" disabled={save.isPending} onClick={() => save.mutate(undefined)}>
          {person ? 'Keep the changes' : 'Add'}
        </Act>
      }
    >
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="10px">
        {FIELDS.map(([field, label]) => (
          <Field key={field} label={label} problem={problem?.at('/' + field)}>
            <Entry
              width="100%"
              value={wish[field]}
              onChange={(e) => setWish({ ...wish, [field]: e.target.value })}
            />
          </Field>
        ))}
        <Field label="Kit">
          <Choice
            width="100%"
            value={wish.kitId}
            onChange={(e) => setWish({ ...wish, kitId: Number(e.target.value) })}
          >
            <option value={0}>none</option>
            {kits
              .filter((k) => k.domainId === domainId)
              .map((k) => (
                <option key={k.id} value={k.id}>
                  {k.name}
                </option>
              ))}
          </Choice>
        </Field>
      </Box>
      <Trouble error={save.error} shownAt={FIELDS.map(([f]) => '/' + f)} />
    </Dialog>
  )
}
