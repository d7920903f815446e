import { Suspense, useState, type ComponentType } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import type { Schemas } from './api/client'
import { useLive } from './api/live'
import { useSession, useStart } from './api/queries'
import { LeaveGuard } from './form/LeaveGuard'
import { Frame } from './frame/Frame'
import { Shown } from './kit/Shown'
import { later } from './frame/subject'
import { SUBJECTS } from './subjects'
import { SignIn } from './screens/signin/SignIn'
import { SignInAgain } from './screens/signin/SignInAgain'
import { Starting, StartingAgain } from './screens/signin/Starting'

const OPENED_ONCE: Record<string, ComponentType> = {
  '/handoff': later(() => import('./screens/handoff/Handoff'), 'Handoff'),
  '/pin': later(() => import('./screens/handoff/PinShown'), 'PinShown'),
}

/** The screens, each at its own address; without a session, the sign-in. */
export function App() {
  const Opened = OPENED_ONCE[window.location.pathname]
  return Opened ? (
    <Suspense>
      <Opened />
    </Suspense>
  ) : (
    <Inside />
  )
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
    <Frame person={person} subjects={SUBJECTS}>
      <LeaveGuard />
      <Routes>
        {SUBJECTS.flatMap((subject) => [
          subject.home && (
            <Route key={subject.path} path={subject.path} element={<Navigate to={subject.home} replace />} />
          ),
          ...subject.parts.map(({ path, Screen }) => <Route key={path} path={path} element={<Screen />} />),
        ])}
        <Route path="*" element={<Navigate to="/today" replace />} />
      </Routes>
    </Frame>
  )
}
