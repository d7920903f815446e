import { Box, Flex } from '@chakra-ui/react'
import { Act } from '../kit/basics'
import { Trouble } from '../kit/Trouble'
import type { Form } from './useForm'

/** What is wrong with a form as a whole: what its fields don’t say themselves, and what was changed elsewhere. */
export function FormTrouble<T extends object>({ form, error }: { form: Form<T>; error?: Error | null }) {
  if (form.meanwhile.length > 0) return <Meanwhile form={form} />
  const shownAt = (form.problem?.fields ?? [])
    .map((f) => f.pointer)
    .filter((pointer) => (pointer.split('/')[1] ?? '') in form.labels)
  return <Trouble error={form.error ?? error} shownAt={shownAt} />
}

/** Told to the second of two people: what the first changed, and how both go together. */
function Meanwhile<T extends object>({ form }: { form: Form<T> }) {
  const both = form.meanwhile.some((d) => form.touched(d.at))
  return (
    <Box
      role="alert"
      bg="amberBg"
      borderLeft="3px solid"
      borderColor="amber"
      px="10px"
      py="6px"
      my="6px"
      overflowWrap="anywhere"
    >
      <b>It was changed elsewhere while you typed; what you typed is still here.</b>
      {form.meanwhile.map((d) => (
        <Box key={d.at}>
          {form.labels[d.at] ?? d.at}: {told(d.was)} became {told(d.is)}
          {form.touched(d.at) && <>; you typed {told(form.values[d.at])}</>}.
        </Box>
      ))}
      <Flex gap="8px" mt="6px" wrap="wrap">
        <Act onClick={() => form.merge('mine')}>
          {both ? 'Go on with both; mine where both changed' : 'Go on with both'}
        </Act>
        {both && <Act onClick={() => form.merge('theirs')}>With both; theirs where both changed</Act>}
        <Act kind="quiet" onClick={form.forget}>
          Forget mine
        </Act>
      </Flex>
    </Box>
  )
}

function told(value: unknown): string {
  if (value === '' || value === undefined || value === null) return 'nothing'
  if (typeof value === 'string') return `“${value}”`
  if (typeof value === 'number') return String(value)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return Array.isArray(value) ? `${value.length} entries` : 'other values'
}
