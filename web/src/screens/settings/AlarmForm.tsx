import { Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { FormDialog } from '../../form/FormDialog'
import { ChoiceField, TextField, TickField, WholeField } from '../../form/fields'
import { useForm } from '../../form/useForm'

type Rule = Schemas['AlarmRuleView']

const KINDS = [
  ['SILENT', 'devices of a site fall silent'],
  ['HELD', 'devices of a site are held'],
  ['NODE_DOWN', 'a registrar hears nobody'],
  ['CERTIFICATE', 'a certificate runs out'],
  ['STRAYS', 'strays knock at an extension'],
] as const

const COUNTED: Partial<Record<Rule['kind'], string>> = {
  SILENT: 'From how many devices on',
  HELD: 'From how many devices on',
  CERTIFICATE: 'Days before',
  STRAYS: 'From how many tries on',
}

const TIMED: Rule['kind'][] = ['SILENT', 'HELD', 'STRAYS']

const NEW = {
  name: '',
  kind: 'SILENT' as Rule['kind'],
  count: 3,
  minutes: 5,
  quietFrom: '',
  quietTo: '',
  mailTo: '',
  webhook: '',
  enabled: true,
}

type Props = { rule: Rule | undefined; onClose: () => void; onMade: (key: string) => void }

/** When somebody is told, whom, and when not. */
export function AlarmForm({ rule, onClose, onMade }: Props) {
  const known = rule
    ? {
        name: rule.name,
        kind: rule.kind,
        count: rule.count,
        minutes: rule.minutes,
        quietFrom: rule.quietFrom,
        quietTo: rule.quietTo,
        mailTo: rule.mailTo,
        webhook: rule.webhook,
        enabled: rule.enabled,
      }
    : NEW
  const form = useForm({
    what: rule ? `the alarm “${rule.name}”` : 'a new alarm',
    labels: {
      name: 'What it is called',
      kind: 'When',
      count: 'From how many on',
      minutes: 'Within minutes',
      quietFrom: 'Quiet from',
      quietTo: 'to',
      mailTo: 'Mail to',
      webhook: 'Posted to',
      enabled: 'It is on',
    },
    known,
    version: rule?.version ?? 0,
    send: async (values, version): Promise<string> => {
      const body = { ...values, version }
      if (!rule) return (await unwrap(client.POST('/api/alarms/rules', { body }))).key
      await unwrap(client.PUT('/api/alarms/rules/{id}', { params: { path: { id: rule.id } }, body }))
      return ''
    },
    kept: (key) => {
      if (key) onMade(key)
      onClose()
    },
  })
  const kind = form.values.kind
  return (
    <FormDialog
      form={form}
      title={rule ? rule.name : 'A new alarm'}
      main={rule ? 'Keep' : 'Add'}
      onClose={onClose}
      width="480px"
      fields={
        <>
          <TextField form={form} at="name" autoFocus />
          <ChoiceField form={form} at="kind" options={KINDS} />
          <Flex gap="12px">
            {COUNTED[kind] && (
              <WholeField
                form={{ ...form, labels: { ...form.labels, count: COUNTED[kind] } }}
                at="count"
                min={1}
              />
            )}
            {TIMED.includes(kind) && <WholeField form={form} at="minutes" min={1} />}
          </Flex>
          <TextField form={form} at="mailTo" mono />
          <TextField
            form={form}
            at="webhook"
            mono
            help="On this machine, such as http://127.0.0.1:9000/jordfell"
          />
          <Flex gap="12px">
            <TextField form={form} at="quietFrom" mono help="such as 22:00" />
            <TextField form={form} at="quietTo" mono />
          </Flex>
          <TickField form={form} at="enabled" />
        </>
      }
    />
  )
}
