import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { ChoiceField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'

type Props = {
  domainId: number
  person?: Schemas['PersonRow']
  kits: Schemas['KitChoice'][]
  onClose: () => void
}

const LABELS = {
  name: 'Name',
  department: 'Department',
  email: 'E-mail',
  mobile: 'Mobile',
  language: 'Language',
  zone: 'Time zone',
  kitId: 'Kit',
} as const

/** What a value is good for, and what it doesn’t do. */
const forTemplates = (name: string, not: string) => `In templates: ${name}. ${not}`

/** Somebody new, or somebody changed. */
export function EditPerson({ domainId, person, kits, onClose }: Props) {
  const form = useForm({
    what: person ? person.name : 'a new person',
    labels: LABELS,
    known: {
      name: person?.name ?? '',
      department: person?.department ?? '',
      email: person?.email ?? '',
      mobile: person?.mobile ?? '',
      language: person?.language ?? '',
      zone: person?.zone ?? '',
      kitId: person?.kitId ?? 0,
    },
    version: person?.version ?? 1,
    send: (wish, version) => {
      const body = { ...wish, kitId: wish.kitId || undefined, domainId, version }
      return person
        ? unwrap(client.PUT('/api/people/{id}', { params: { path: { id: person.id } }, body }))
        : unwrap(client.POST('/api/people', { body })).then(() => undefined)
    },
    kept: onClose,
  })
  const chosen = kits.filter((k) => k.domainId === domainId).map((k) => [k.id, k.name] as const)
  return (
    <FormDialog
      form={form}
      title={person ? person.name : 'A new person'}
      main={person ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="520px"
      columns="1fr 1fr"
      fields={
        <>
          <TextField form={form} at="name" />
          <TextField form={form} at="department" />
          <TextField form={form} at="email" help={forTemplates('person.email', 'Jordfell sends no mail.')} />
          <TextField
            form={form}
            at="mobile"
            help={forTemplates('person.mobile', 'Jordfell calls nobody there.')}
          />
          <TextField
            form={form}
            at="language"
            help={forTemplates('person.language', 'Phones have their own setting.')}
          />
          <TextField form={form} at="zone" help={forTemplates('person.zone', 'Phones have their site’s.')} />
          <ChoiceField form={form} at="kitId" options={[[0, 'none'] as const, ...chosen]} />
        </>
      }
    />
  )
}
