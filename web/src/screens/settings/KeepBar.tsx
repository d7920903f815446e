import { Box, Flex, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { FormTrouble } from '../../form/FormTrouble'
import type { Form } from '../../form/useForm'
import { Act, Mono } from '../../kit/basics'
import { type Asked, Shown } from '../../kit/Shown'

type Props<T extends object> = { form: Form<T>; mayChange: boolean; impact: Asked<Schemas['Impact']> }

const SHOWN = 24

/** Whom a change touches, told before it is kept; and what stands against keeping it. */
export function KeepBar<T extends object>({ form, mayChange, impact }: Props<T>) {
  if (!mayChange || !form.dirty) return <FormTrouble form={form} />
  const wrongAtFields = (form.problem?.fields.length ?? 0) > 0
  return (
    <>
      <Box
        mt="16px"
        p="10px 14px"
        bg="sheet"
        borderLeft="3px solid"
        borderColor={impact.data?.falling.length ? 'rust' : 'fjord'}
        role="status"
      >
        {wrongAtFields ? (
          'Something isn’t right yet: it is told at its field.'
        ) : (
          <Shown query={impact} what="Whom it touches">
            {(seen) => <Touched impact={seen} />}
          </Shown>
        )}
        <Flex gap="8px" mt="8px">
          <Act kind="main" disabled={form.busy || form.meanwhile.length > 0} onClick={form.keep}>
            Keep the changes
          </Act>
          <Act kind="quiet" onClick={form.forget}>
            Forget them
          </Act>
        </Flex>
      </Box>
      <FormTrouble form={form} />
    </>
  )
}

function Touched({ impact }: { impact: Schemas['Impact'] }) {
  return (
    <>
      <Box>
        {impact.devices > 0 ? (
          <b>
            Touches {impact.devices} {impact.devices === 1 ? 'device' : 'devices'}; each has to be released
            again.
          </b>
        ) : (
          'Touches no device’s configuration.'
        )}{' '}
        {impact.sentences.join(' ')}
      </Box>
      {impact.falling.length > 0 && (
        <chakra.div mt="4px" color="rust">
          Falling out: <Mono whiteSpace="normal">{impact.falling.slice(0, SHOWN).join(', ')}</Mono>
          {impact.falling.length > SHOWN && ` and ${impact.falling.length - SHOWN} more`}
        </chakra.div>
      )}
    </>
  )
}
