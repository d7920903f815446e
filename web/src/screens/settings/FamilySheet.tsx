import { Box, Flex } from '@chakra-ui/react'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Suspense, lazy, useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useDevices, useSession } from '../../api/queries'
import { ChoiceField, TextField } from '../../form/fields'
import { FormTrouble } from '../../form/FormTrouble'
import { useForm } from '../../form/useForm'
import { Act, Faded, Heading } from '../../kit/basics'
import { DevicePicker } from '../../kit/DevicePicker'
import { FilePane } from '../../kit/FilePane'
import { Shown } from '../../kit/Shown'
import { BodyProblems } from './BodyProblems'
import { PhonebookBody } from './PhonebookBody'
import { useBodyNames } from './queries'

/** Loaded when somebody looks at a family: an editor is as large as all screens together. */
const BodyEditor = lazy(() => import('./BodyEditor').then((m) => ({ default: m.BodyEditor })))

type Family = Schemas['FamilyForm']
type Escaping = NonNullable<Family['escaping']>
type Props = { family: Family; onDone?: () => void }

const LABELS = {
  name: 'Name',
  id: 'Short name',
  escaping: 'Written as',
  before: 'Before the MAC',
  after: 'After the MAC',
  contentType: 'Content type',
  body: 'Body',
  phonebook: 'Body of phonebooks',
  letters: 'Letters of names',
} as const

const ESCAPINGS: [Escaping, string][] = [
  ['KEY_VALUE', 'lines of key = value'],
  ['XML', 'XML'],
  ['JSON', 'JSON'],
  ['PERCENT', 'percent signs (%20)'],
]

/** A family's rules and its body, what is wrong with it, and what a real device would be sent. */
export function FamilySheet({ family, onDone }: Props) {
  const mayChange = useSession().data?.role !== 'VIEWER' && !family.shipped
  const navigate = useNavigate()
  const fresh = family.version === 0 && !family.shipped
  const form = useForm({
    what: fresh ? 'a new family' : (family.name ?? ''),
    labels: LABELS,
    known: family,
    version: family.version,
    send: (wish, version) =>
      fresh
        ? unwrap(client.POST('/api/families', { body: wish }))
        : unwrap(
            client.PUT('/api/families/{id}', {
              params: { path: { id: family.id ?? '' } },
              body: { ...wish, version },
            }),
          ),
    kept: () => {
      onDone?.()
      void navigate(`/settings/families/${(form.values.id ?? '').toLowerCase()}`)
    },
  })
  const wish = form.values
  const [deviceId, setDevice] = useState(0)
  const names = useBodyNames().data ?? []
  const devices = useDevices({ q: '', siteId: 0, condition: '' }).data?.pages.flatMap((p) => p.rows) ?? []
  const seen = deviceId || devices.find((d) => d.lines !== '–' && d.lines !== '')?.id || 0
  const tried = { body: wish.body ?? '', escaping: wish.escaping ?? 'KEY_VALUE', deviceId: seen }
  const check = useQuery({
    queryKey: ['families', 'check', tried],
    queryFn: () => unwrap(client.POST('/api/families/check', { body: tried })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  })
  return (
    <Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr 1.2fr 1fr 1fr 1.2fr" gap="10px">
        <TextField form={form} at="name" disabled={!mayChange} />
        <TextField form={form} at="id" mono disabled={!mayChange || !fresh} />
        <ChoiceField form={form} at="escaping" options={ESCAPINGS} disabled={!mayChange} />
        <TextField form={form} at="before" mono disabled={!mayChange} />
        <TextField form={form} at="after" mono disabled={!mayChange} />
        <TextField form={form} at="contentType" mono disabled={!mayChange} />
      </Box>
      <Flex gap="16px" mt="12px" align="start">
        <Box flex="1.2" minW="0">
          <Heading>Body; names between {'{{ }}'} are offered as you type</Heading>
          <Suspense fallback={<Faded>Opening the editor…</Faded>}>
            <BodyEditor
              body={wish.body ?? ''}
              names={names}
              problems={check.data?.problems ?? []}
              readOnly={!mayChange}
              onChange={(body) => form.set({ body })}
            />
          </Suspense>
          <Shown query={check} what="What is wrong with it">
            {({ problems }) => <BodyProblems problems={problems} />}
          </Shown>
        </Box>
        <Box flex="1" minW="0">
          <Flex align="center" gap="8px">
            <Heading whiteSpace="nowrap">As sent to</Heading>
            <DevicePicker label="Device" value={seen} onChoose={setDevice} />
          </Flex>
          <FilePane aria-label="File" mt="4px" maxH="420px" whiteSpace="pre-wrap" overflowWrap="anywhere">
            {check.data
              ? check.data.text ||
                check.data.missing.join('\n') ||
                'Nothing can be written before the body is mended.'
              : '…'}
          </FilePane>
        </Box>
      </Flex>
      <PhonebookBody form={form} mayChange={mayChange} />
      {mayChange && (fresh || form.dirty) && (
        <Flex gap="8px" mt="12px" align="center">
          <Act kind="main" disabled={form.busy || form.meanwhile.length > 0} onClick={form.keep}>
            {fresh ? 'Keep the family' : 'Keep the changes'}
          </Act>
          <Act kind="quiet" onClick={() => (fresh ? onDone?.() : form.forget())}>
            Forget them
          </Act>
          <Faded>{family.models > 0 && 'Its devices have to be released again before they get it.'}</Faded>
        </Flex>
      )}
      <FormTrouble form={form} />
    </Box>
  )
}
