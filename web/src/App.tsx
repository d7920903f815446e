import { useState } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import type { Schemas } from './api/client'
import { useLive } from './api/live'
import { useSession, useStart } from './api/queries'
import { LeaveGuard } from './form/LeaveGuard'
import { Frame } from './frame/Frame'
import { Shown } from './kit/Shown'
import { Fleet } from './screens/fleet/Fleet'
import { Handoff } from './screens/handoff/Handoff'
import { Batches } from './screens/intake/Batches'
import { Intake } from './screens/intake/Intake'
import { Lab } from './screens/lab/Lab'
import { Extensions } from './screens/roster/Extensions'
import { Kits } from './screens/roster/Kits'
import { NumberMap } from './screens/roster/NumberMap'
import { OutsideNumbers } from './screens/roster/OutsideNumbers'
import { People } from './screens/roster/People'
import { Settings } from './screens/settings/Settings'
import { SignIn } from './screens/signin/SignIn'
import { SignInAgain } from './screens/signin/SignInAgain'
import { Starting, StartingAgain } from './screens/signin/Starting'
import { Compare } from './screens/compare/Compare'
import { Keys } from './screens/keys/Keys'
import { Releases } from './screens/releases/Releases'
import { Templates } from './screens/templates/Templates'
import { Triage } from './screens/triage/Triage'

/** The screens, each at its own address; without a session, the sign-in. */
export function App() {
  return window.location.pathname === '/handoff' ? <Handoff /> : <Inside />
}

function Inside() {
  const start = useStart()
  // Screens that were open stay, with what is typed in them, while the server starts anew.
  const [wasReady, setWasReady] = useState(false)
  if (start.data?.ready && !wasReady) setWasReady(true)
  if (!start.data)
    return (
      <Shown query={start} what="Jordfell">
        {() => null}
      </Shown>
    )
  if (!start.data.ready && !wasReady) return <Starting start={start.data} />
  return (
    <>
      <Ready />
      {!start.data.ready && <StartingAgain start={start.data} />}
    </>
  )
}

function Ready() {
  const session = useSession()
  // Who was here last: their screens stay, under the sign-in, when the session ends.
  const [last, setLast] = useState<Schemas['SignedIn']>()
  if (session.data && session.data !== last) setLast(session.data)
  useLive(!!session.data)
  const person = session.data ?? last
  if (!person)
    return session.data === null ? (
      <SignIn />
    ) : (
      <Shown query={session} what="Jordfell">
        {() => null}
      </Shown>
    )
  return (
    <>
      <Screens key={person.login} person={person} />
      {session.data === null && <SignInAgain login={person.login} />}
    </>
  )
}

function Screens({ person }: { person: Schemas['SignedIn'] }) {
  return (
    <Frame person={person}>
      <LeaveGuard />
      <Routes>
        <Route path="/intake" element={<Navigate to="/intake/sheet" replace />} />
        <Route path="/intake/sheet" element={<Intake />} />
        <Route path="/intake/batches/:batch?" element={<Batches />} />
        <Route path="/roster" element={<Navigate to="/roster/people" replace />} />
        <Route path="/roster/map" element={<NumberMap />} />
        <Route path="/roster/people/:id?" element={<People />} />
        <Route path="/roster/extensions/:id?" element={<Extensions />} />
        <Route path="/roster/outside" element={<OutsideNumbers />} />
        <Route path="/roster/kits" element={<Kits />} />
        <Route path="/settings" element={<Navigate to="/settings/domains" replace />} />
        <Route path="/settings/:tab/:id?" element={<Settings />} />
        <Route path="/templates/compare" element={<Compare />} />
        <Route path="/templates/releases/:id?" element={<Releases />} />
        <Route path="/templates/keys/:template?" element={<Keys />} />
        <Route path="/templates/:template?" element={<Templates />} />
        <Route path="/fleet/:device?" element={<Fleet />} />
        <Route path="/triage/:cause?" element={<Triage />} />
        <Route path="/lab" element={<Lab />} />
        <Route path="*" element={<Navigate to="/fleet" replace />} />
      </Routes>
    </Frame>
  )
}
