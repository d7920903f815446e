import { Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { LongField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Props = { zone: Schemas['LabZone']; onClose: () => void }

const LABELS = { text: 'Zone file' } as const

/** What the name service says of a domain: its own records, or a zone file that somebody gives. */
export function ZoneFile({ zone, onClose }: Props) {
  const path = { params: { path: { domain: zone.domain } } }
  const form = useForm({
    what: 'a zone file',
    labels: LABELS,
    known: { text: zone.text },
    send: (wish) => unwrap(client.PUT('/api/lab/zones/{domain}', { ...path, body: wish })),
    kept: onClose,
  })
  const follow = useChange(() => unwrap(client.DELETE('/api/lab/zones/{domain}', path)), onClose)
  return (
    <FormDialog
      form={form}
      title={`Names of ${zone.domain}`}
      main="Let the name service say so"
      onClose={onClose}
      width="720px"
      fields={
        <>
          <Faded>
            {zone.given
              ? 'Somebody gave this zone file: it stays as it is, whatever is changed in the domain.'
              : 'This is what the domain’s own records make. What you write here stands in its place.'}
          </Faded>
          <LongField form={form} at="text" rows={12} mono />
          {zone.given && (
            <Flex>
              <Act disabled={follow.isPending} onClick={() => follow.mutate(undefined)}>
                Follow the domain again
              </Act>
            </Flex>
          )}
          <Trouble error={follow.error} />
        </>
      }
    />
  )
}
