import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { LongField, TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Choice, Entry, Heading } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { type Contact, KINDS, type Kind, type Phonebook } from './queries'

type Wish = {
  family: string
  given: string
  department: string
  note: string
  numbers: { kind: Kind; number: string }[]
}
type Props = { phonebook: Phonebook; contact: Contact | undefined; onClose: () => void }

const LABELS = {
  family: 'Family name, or all of it',
  given: 'Given name',
  department: 'Department',
  note: 'Note',
  numbers: 'Numbers',
} as const

/** A contact of the phonebook’s own. What was made of its numbers is told before the window closes. */
export function EditContact({ phonebook, contact, onClose }: Props) {
  const [said, setSaid] = useState<string[]>([])
  const path = { phonebookId: phonebook.id, id: contact?.ownId ?? 0 }
  const form = useForm<Wish, Schemas['ContactKept']>({
    what: contact ? `the contact ${contact.family}` : 'a new contact',
    labels: LABELS,
    known: {
      family: contact?.family ?? '',
      given: contact?.given ?? '',
      department: contact?.department ?? '',
      note: contact?.note ?? '',
      numbers: contact?.numbers.map((n) => ({ kind: n.kind, number: n.number })) ?? [
        { kind: 'EXTENSION', number: '' },
      ],
    },
    version: contact?.version ?? 1,
    send: (wish, version) => {
      const body = { ...wish, version }
      return contact
        ? unwrap(client.PUT('/api/phonebooks/{phonebookId}/contacts/{id}', { params: { path }, body }))
        : unwrap(
            client.POST('/api/phonebooks/{phonebookId}/contacts', {
              params: { path: { phonebookId: phonebook.id } },
              body,
            }),
          )
    },
    kept: (kept) => (kept.said.length > 0 ? setSaid(kept.said) : onClose()),
  })
  const remove = useChange(
    () => unwrap(client.DELETE('/api/phonebooks/{phonebookId}/contacts/{id}', { params: { path } })),
    onClose,
  )
  if (said.length > 0)
    return (
      <Dialog
        title="Kept, with what was made of its numbers"
        onClose={onClose}
        width="480px"
        footer={
          <Act kind="main" onClick={onClose}>
            All right
          </Act>
        }
      >
        {said.map((s) => (
          <Box key={s}>{s}</Box>
        ))}
      </Dialog>
    )
  const numbers = form.values.numbers
  const put = (i: number, change: Partial<Wish['numbers'][number]>) =>
    form.set({ numbers: numbers.map((n, at) => (at === i ? { ...n, ...change } : n)) })
  return (
    <FormDialog
      form={form}
      title={contact ? `${contact.family} ${contact.given}` : `A contact for ${phonebook.name}`}
      main={contact ? 'Keep the changes' : 'Add'}
      onClose={onClose}
      width="520px"
      columns="1fr 1fr"
      error={remove.error}
      more={
        contact && (
          <Act kind="danger" ml="auto" disabled={remove.isPending} onClick={() => remove.mutate(undefined)}>
            Take out
          </Act>
        )
      }
      fields={
        <>
          <TextField form={form} at="family" autoFocus />
          <TextField form={form} at="given" />
          <TextField form={form} at="department" />
          <Box gridColumn="1 / -1">
            <Heading>Numbers, the usual one first</Heading>
            {numbers.map((n, i) => {
              const wrong = form.problem?.at(`/numbers/${i}`)
              return (
                <Box key={i} mt="4px">
                  <Flex gap="8px">
                    <Choice
                      aria-label={`Kind of number ${i + 1}`}
                      value={n.kind}
                      onChange={(e) => put(i, { kind: e.target.value as Kind })}
                    >
                      {KINDS.map(([kind, word]) => (
                        <option key={kind} value={kind}>
                          {word}
                        </option>
                      ))}
                    </Choice>
                    <Entry
                      aria-label={`Number ${i + 1}`}
                      aria-invalid={!!wrong}
                      flex="1"
                      fontFamily="mono"
                      value={n.number}
                      onChange={(e) => put(i, { number: e.target.value })}
                    />
                    <Act
                      kind="quiet"
                      type="button"
                      aria-label={`Take number ${i + 1} out`}
                      onClick={() => form.set({ numbers: numbers.filter((_, at) => at !== i) })}
                    >
                      ✕
                    </Act>
                  </Flex>
                  {wrong && (
                    <Box color="rust">
                      {wrong.reason} {wrong.hint}
                    </Box>
                  )}
                </Box>
              )
            })}
            {form.problem?.at('/numbers') && (
              <Box color="rust">
                {form.problem.at('/numbers')?.reason} {form.problem.at('/numbers')?.hint}
              </Box>
            )}
            <Act
              kind="quiet"
              type="button"
              onClick={() => form.set({ numbers: [...numbers, { kind: 'MOBILE', number: '' }] })}
            >
              + another number
            </Act>
          </Box>
          <Box gridColumn="1 / -1">
            <LongField form={form} at="note" rows={2} />
          </Box>
        </>
      }
    />
  )
}
