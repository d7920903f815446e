import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Act, Entry } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

type Props = { device: Schemas['DeviceSheet']; onPrint: (secrets: Schemas['CardSecret'][]) => void }

/** Has a card printed with its passwords, once for each time that somebody says why. */
export function PrintCard({ device, onPrint }: Props) {
  const mayAct = (useSession().data?.role ?? 'VIEWER') !== 'VIEWER'
  const [asking, setAsking] = useState(false)
  const [reason, setReason] = useState('')
  const print = useChange(
    () =>
      unwrap(
        client.POST('/api/devices/{id}/card/print', {
          params: { path: { id: device.id } },
          body: { reason },
        }),
      ),
    (secrets) => {
      setAsking(false)
      setReason('')
      onPrint(secrets)
    },
  )
  if (!mayAct) return null
  if (!asking) return <Act onClick={() => setAsking(true)}>Print with the passwords…</Act>
  return (
    <Flex
      as="form"
      gap="8px"
      align="end"
      flex="1"
      onSubmit={(e) => {
        e.preventDefault()
        print.mutate(undefined)
      }}
    >
      <Field label="Why they are to be on paper" problem={asProblem(print.error)?.at('/reason')}>
        <Entry
          width="300px"
          autoFocus
          maxLength={200}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </Field>
      <Act type="submit" kind="main" disabled={print.isPending}>
        Print once
      </Act>
      <Act kind="quiet" onClick={() => setAsking(false)}>
        Don’t
      </Act>
      <Trouble error={print.error} shownAt={['/reason']} />
    </Flex>
  )
}
