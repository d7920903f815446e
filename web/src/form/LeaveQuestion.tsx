import { Act } from '../kit/basics'
import { Dialog } from '../kit/Dialog'
import { unsaved } from '../kit/unsaved'

/** Names what would be lost, and lets the person choose. */
export function LeaveQuestion({ onStay, onLeave }: { onStay: () => void; onLeave: () => void }) {
  return (
    <Dialog
      title="What you typed isn’t kept yet"
      onClose={onStay}
      width="440px"
      footer={
        <>
          <Act kind="main" autoFocus onClick={onStay}>
            Stay here
          </Act>
          <Act kind="danger" ml="auto" onClick={onLeave}>
            Leave without it
          </Act>
        </>
      }
    >
      It belongs to {unsaved().join(' and ') || 'a form that is open'}.
    </Dialog>
  )
}
