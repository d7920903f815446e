import { type ReactNode, useState } from 'react'
import { LeaveQuestion } from './LeaveQuestion'
import { forgetUnsaved, unsaved } from '../kit/unsaved'

/** For acts that take an open form away: asks first where something is typed in one. The question has to be shown. */
export function useLeaving(): { leave: (act: () => void) => void; question: ReactNode } {
  const [wanted, setWanted] = useState<(() => void) | undefined>()
  return {
    leave: (act) => (unsaved().length > 0 ? setWanted(() => act) : act()),
    question: wanted && (
      <LeaveQuestion
        onStay={() => setWanted(undefined)}
        onLeave={() => {
          forgetUnsaved()
          setWanted(undefined)
          wanted()
        }}
      />
    ),
  }
}
