import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Faded } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { useUnsaved } from '../../kit/unsaved'
import { RevealSecret } from './RevealSecret'

type Props = { extension: Schemas['ExtensionRow']; typed: string; onType: (typed: string) => void }

/** The voicemail PIN: made, or typed by the domain's rule. */
export function PinPart({ extension, typed, onType: setTyped }: Props) {
  useUnsaved(`a PIN for ${extension.number}`, typed !== '')
  const [turn, setTurn] = useState(0)
  const change = useChange(
    (pin: string) =>
      unwrap(
        client.POST('/api/extensions/{id}/pin', { params: { path: { id: extension.id } }, body: { pin } }),
      ),
    () => {
      setTurn(turn + 1)
      setTyped('')
    },
  )
  return (
    <Box mt="12px">
      {extension.hasPin && <RevealSecret key={turn} extensionId={extension.id} secret="PIN" />}
      <Flex gap="8px" align="end" mt="4px">
        <Box flex="1">
          <Field
            label={`Voicemail PIN (${extension.hasPin ? 'has one' : 'has none'})`}
            problem={asProblem(change.error)?.at('/pin')}
          >
            <Entry
              fontFamily="mono"
              width="100%"
              inputMode="numeric"
              autoComplete="off"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
          </Field>
        </Box>
        <Act disabled={change.isPending} onClick={() => change.mutate(typed)}>
          {typed === '' ? 'Make one' : 'Take it'}
        </Act>
        {change.isSuccess && <Faded role="status">set</Faded>}
      </Flex>
    </Box>
  )
}
