import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { TextField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Shown } from '../../kit/Shown'

const LABELS = { number: 'Number', person: 'Person (empty for a place)', displayName: 'Shown as' } as const

export function AddExtension({ domain, onClose }: { domain: Schemas['DomainView']; onClose: () => void }) {
  const next = useQuery({
    queryKey: ['next', domain.id],
    queryFn: () => unwrap(client.GET('/api/extensions/next', { params: { query: { domainId: domain.id } } })),
    gcTime: 0,
  })
  const free = next.data?.number ?? ''
  const form = useForm({
    what: 'a new extension',
    labels: LABELS,
    // Without a number of one’s own, the next free one as it is when it is added.
    known: { number: '', person: '', displayName: '' },
    send: (wish) =>
      unwrap(
        client.POST('/api/extensions', {
          body: { ...wish, domainId: domain.id, number: wish.number || free },
        }),
      ),
    kept: onClose,
  })
  const number = form.values.number || free
  return (
    <FormDialog
      form={form}
      title={`An extension in ${domain.name}`}
      main={`Add ${number}`}
      onClose={onClose}
      width="440px"
      fields={
        <>
          {/* The next free one is no value of the field: it may arrive while somebody types, who would type behind it. */}
          <TextField
            form={form}
            at="number"
            mono
            help={`Empty: the next free one${free && `, ${free}`}. Blocks: ${domain.blocks.map((b) => `${b.purpose} ${b.first}–${b.last}`).join(', ')}.`}
          />
          <TextField form={form} at="person" />
          <TextField form={form} at="displayName" help="Empty: the person’s name, or the number." />
        </>
      }
    >
      {next.isError && (
        <Shown query={next} what="The next free number">
          {() => null}
        </Shown>
      )}
      <Box color="faded" mt="10px">
        It gets a generated SIP password and the authentication user {number ? `${number}-a` : '…'}.
      </Box>
    </FormDialog>
  )
}
