import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Heading } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { useUnsaved } from '../../kit/unsaved'
import { RevealSecret } from './RevealSecret'

type Props = { extension: Schemas['ExtensionRow']; typed: string; onType: (typed: string) => void }

/** Dots until somebody asks and says why; a new one generated or typed. */
export function PasswordPart({ extension, typed, onType: setTyped }: Props) {
  useUnsaved(`a password for ${extension.number}`, typed !== '')
  const path = { params: { path: { id: extension.id } } }
  const [turn, setTurn] = useState(0)
  const change = useChange(
    (password: string) =>
      unwrap(client.POST('/api/extensions/{id}/password', { ...path, body: { password } })),
    () => {
      setTurn(turn + 1)
      setTyped('')
    },
  )
  const strength = useQuery({
    queryKey: ['strength', extension.id, typed],
    enabled: typed !== '',
    gcTime: 0,
    queryFn: () =>
      unwrap(client.POST('/api/extensions/{id}/password/strength', { ...path, body: { password: typed } })),
    placeholderData: (before) => before,
  })
  return (
    <Box mt="16px">
      <Heading>SIP password</Heading>
      <Flex align="start" gap="10px" my="4px">
        <Box flex="1">
          <RevealSecret key={turn} extensionId={extension.id} secret="password" />
        </Box>
        <Act disabled={change.isPending} onClick={() => change.mutate('')}>
          Generate a new one
        </Act>
      </Flex>
      <Flex gap="8px" align="end">
        <Box flex="1">
          <Field label="Or type one" problem={asProblem(change.error)?.at('/password')}>
            <Entry
              fontFamily="mono"
              width="100%"
              autoComplete="off"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
          </Field>
        </Box>
        <Act disabled={typed === '' || change.isPending} onClick={() => change.mutate(typed)}>
          Take it
        </Act>
      </Flex>
      {typed !== '' && strength.data && (
        <Box mt="4px" fontSize="12.5px" color={strength.data.refusal ? 'rust' : 'mossText'}>
          {strength.data.words.charAt(0).toUpperCase() + strength.data.words.slice(1)}.{' '}
          {strength.data.refusal || 'It can be used.'}
        </Box>
      )}
      {change.isSuccess && (
        <Box mt="6px" role="status">
          {extension.devices
            ? `Changed. ${extension.devices} must be sent it: release in the tray.`
            : 'Changed. No device has this extension yet.'}
        </Box>
      )}
      <Trouble error={change.error} shownAt={['/password']} />
    </Box>
  )
}
