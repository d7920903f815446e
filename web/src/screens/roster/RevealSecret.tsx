import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Act, Entry, Faded, Mono } from '../../kit/basics'
import { Copy } from '../../kit/Copy'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

type RevealSecretProps = { extensionId: number; secret: 'password' | 'PIN' }

/** Dots until somebody who may asks and says why; both are kept in the audit. */
export function RevealSecret({ extensionId, secret }: RevealSecretProps) {
  const may = (useSession().data?.role ?? 'VIEWER') !== 'VIEWER'
  const [asking, setAsking] = useState(false)
  const [reason, setReason] = useState('')
  const reveal = useChange(
    () => {
      const wish = { params: { path: { id: extensionId } }, body: { reason } }
      return unwrap(
        secret === 'PIN'
          ? client.POST('/api/extensions/{id}/pin/reveal', wish)
          : client.POST('/api/extensions/{id}/password/reveal', wish),
      )
    },
    () => setAsking(false),
  )
  if (reveal.data)
    return (
      <Flex align="center" gap="10px" wrap="wrap">
        <Mono fontSize="14px">{reveal.data.secret}</Mono>
        <Copy text={reveal.data.secret} label={`the ${secret}`} />
        <Faded>kept in the audit that you looked</Faded>
        <Act kind="quiet" onClick={() => reveal.reset()}>
          Hide
        </Act>
      </Flex>
    )
  return (
    <Box>
      <Flex align="center" gap="10px">
        <Mono fontSize="14px">{secret === 'PIN' ? '••••' : '••••••••••••'}</Mono>
        {may && !asking && (
          <Act kind="quiet" onClick={() => setAsking(true)}>
            Show the {secret}…
          </Act>
        )}
      </Flex>
      {asking && (
        <Flex
          as="form"
          gap="8px"
          align="end"
          mt="4px"
          onSubmit={(e) => {
            e.preventDefault()
            reveal.mutate(undefined)
          }}
        >
          <Box flex="1">
            <Field label="Why you need to see it" problem={asProblem(reveal.error)?.at('/reason')}>
              <Entry
                width="100%"
                autoFocus
                maxLength={200}
                value={reason}
                onChange={(e) => setReason(e.target.value)}
              />
            </Field>
          </Box>
          <Act type="submit" disabled={reveal.isPending}>
            Show it
          </Act>
          <Act kind="quiet" onClick={() => setAsking(false)}>
            Don’t
          </Act>
        </Flex>
      )}
      <Trouble error={reveal.error} shownAt={['/reason']} />
    </Box>
  )
}
