import { useNavigate } from 'react-router'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { FormDialog } from '../../form/FormDialog'
import { TextField, WholeField } from '../../form/fields'
import { useForm } from '../../form/useForm'
import { Faded } from '../../kit/basics'

type Props = { name: string; deviceIds?: number[]; siteId?: number; onClose: () => void }

/** Begins test calls of some devices, or of a site. */
export function BeginRound({ name, deviceIds, siteId, onClose }: Props) {
  const navigate = useNavigate()
  const form = useForm({
    what: 'test calls',
    labels: { name: 'What the protocol is headed', perMinute: 'Devices in a minute' },
    known: { name, perMinute: 12 },
    send: (values) =>
      unwrap(
        client.POST('/api/rounds', {
          body: {
            ...values,
            ...(siteId ? { siteId } : {}),
            ...(deviceIds ? { deviceIds } : {}),
          },
        }),
      ),
    kept: (made) => {
      onClose()
      void navigate(`/fleet/rounds/${made.id}`)
    },
  })
  return (
    <FormDialog
      form={form}
      title="Test calls"
      main={deviceIds ? `Call ${deviceIds.length}` : 'Call all of the site'}
      ready
      onClose={onClose}
      width="460px"
      fields={
        <>
          <TextField form={form} at="name" autoFocus />
          <WholeField form={form} at="perMinute" min={1} max={60} />
          <Faded>
            Each calls the test number and is called by it, one after the other. Who is speaking is not
            disturbed, and who has no dial tone is not called.
          </Faded>
        </>
      }
    />
  )
}
