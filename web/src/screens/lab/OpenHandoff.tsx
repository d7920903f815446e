import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

/** Somebody opens a handoff link with the simulated softphone, which registers with what it is given. */
export function OpenHandoff({ onClose }: { onClose: () => void }) {
  const [link, setLink] = useState('')
  const open = useChange(() => unwrap(client.POST('/api/lab/softphones', { body: { link } })), onClose)
  return (
    <Dialog
      title="A softphone opens a handoff"
      onClose={onClose}
      width="460px"
      footer={
        <Act
          kind="main"
          disabled={open.isPending || link.trim() === ''}
          onClick={() => open.mutate(undefined)}
        >
          Open it
        </Act>
      }
    >
      <Field label="The link, as its user was given it">
        <Entry
          autoFocus
          fontFamily="mono"
          width="100%"
          value={link}
          onChange={(e) => setLink(e.target.value)}
        />
      </Field>
      <Trouble error={open.error} />
    </Dialog>
  )
}
