import { Box, Flex } from '@chakra-ui/react'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Suspense, lazy, useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { ChoiceField } from '../../form/fields'
import type { Form } from '../../form/useForm'
import { Act, Choice, Faded, Heading } from '../../kit/basics'
import { FilePane } from '../../kit/FilePane'
import { Shown } from '../../kit/Shown'
import { usePhonebooks } from '../directory/queries'
import { BodyProblems } from './BodyProblems'

const BodyEditor = lazy(() => import('./BodyEditor').then((m) => ({ default: m.BodyEditor })))

type Family = Schemas['FamilyForm']
type Letters = NonNullable<Family['letters']>

const LETTERS: [Letters, string][] = [
  ['ALL', 'all letters'],
  ['WESTERN', 'western letters'],
  ['PLAIN', 'letters without marks'],
]

const BEGUN =
  '{{#contacts}}\n{{shown}} = {{#numbers}}{{dialled}}{{#more}} {{/more}}{{/numbers}}\n{{/contacts}}\n'

/** How the family’s phonebooks are written, tried with one of those that there are. */
export function PhonebookBody({ form, mayChange }: { form: Form<Family>; mayChange: boolean }) {
  const wish = form.values
  const books = usePhonebooks().data ?? []
  const [chosen, setChosen] = useState(0)
  const phonebookId = chosen || ((books.find((b) => b.names > 0) ?? books[0])?.id ?? 0)
  const names = useQuery({
    queryKey: ['families', 'phonebook', 'names'],
    staleTime: Infinity,
    queryFn: () => unwrap(client.GET('/api/families/phonebook/names')),
  }).data
  const tried = {
    body: wish.phonebook ?? '',
    escaping: wish.escaping ?? 'KEY_VALUE',
    letters: wish.letters ?? 'ALL',
    phonebookId,
  }
  const check = useQuery({
    queryKey: ['families', 'phonebook', 'check', tried],
    enabled: tried.body !== '',
    queryFn: () => unwrap(client.POST('/api/families/phonebook/check', { body: tried })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  })
  if (!wish.phonebook)
    return (
      <Flex mt="16px" gap="10px" align="baseline">
        <Heading>Phonebooks</Heading>
        <Faded>Its models read none.</Faded>
        {mayChange && (
          <Act kind="quiet" onClick={() => form.set({ phonebook: BEGUN })}>
            Write a body for them
          </Act>
        )}
      </Flex>
    )
  return (
    <Box mt="16px">
      <Flex gap="16px" align="start">
        <Box flex="1.2" minW="0">
          <Flex align="end" gap="10px" mb="4px">
            <Heading>Body of its phonebooks</Heading>
            <Box ml="auto" width="190px">
              <ChoiceField form={form} at="letters" options={LETTERS} disabled={!mayChange} />
            </Box>
          </Flex>
          <Suspense fallback={<Faded>Opening the editor…</Faded>}>
            <BodyEditor
              label="Body of phonebooks"
              body={wish.phonebook}
              names={names ?? []}
              problems={check.data?.problems ?? []}
              readOnly={!mayChange}
              onChange={(phonebook) => form.set({ phonebook })}
            />
          </Suspense>
          <Shown query={check} what="What is wrong with it">
            {({ problems }) => <BodyProblems problems={problems} />}
          </Shown>
        </Box>
        <Box flex="1" minW="0">
          <Flex align="center" gap="8px">
            <Heading whiteSpace="nowrap">Tried with</Heading>
            <Choice
              aria-label="Phonebook"
              value={phonebookId}
              onChange={(e) => setChosen(Number(e.target.value))}
            >
              {books.map((b) => (
                <option key={b.id} value={b.id}>
                  {b.name}
                </option>
              ))}
            </Choice>
          </Flex>
          <FilePane
            aria-label="File of the phonebook"
            mt="4px"
            maxH="420px"
            whiteSpace="pre-wrap"
            overflowWrap="anywhere"
          >
            {check.data?.text || (books.length === 0 ? 'There is no phonebook to try it with.' : '…')}
          </FilePane>
        </Box>
      </Flex>
    </Box>
  )
}
