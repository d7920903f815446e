import { useEffect } from 'react'
import { useBlocker } from 'react-router'
import { LeaveQuestion } from './LeaveQuestion'
import { unsaved } from '../kit/unsaved'

/** Asks before another screen, or another page, takes the place of a form in which something is typed. */
export function LeaveGuard() {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) =>
      currentLocation.pathname !== nextLocation.pathname && unsaved().length > 0,
  )
  useEffect(() => {
    const onUnload = (e: BeforeUnloadEvent) => unsaved().length > 0 && e.preventDefault()
    window.addEventListener('beforeunload', onUnload)
    return () => window.removeEventListener('beforeunload', onUnload)
  }, [])
  if (blocker.state !== 'blocked') return null
  return <LeaveQuestion onStay={() => blocker.reset()} onLeave={() => blocker.proceed()} />
}
