import { Navigate, Route, Routes } from 'react-router'
import { useLive } from './api/live'
import { useSession } from './api/queries'
import { Frame } from './frame/Frame'
import { Trouble } from './kit/Trouble'
import { Fleet } from './screens/fleet/Fleet'
import { Intake } from './screens/intake/Intake'
import { Lab } from './screens/lab/Lab'
import { Roster } from './screens/roster/Roster'
import { SignIn } from './screens/signin/SignIn'
import { Templates } from './screens/templates/Templates'
import { Triage } from './screens/triage/Triage'

/** The screens, each at its own address; without a session, the sign-in. */
export function App() {
  const session = useSession()
  useLive(!!session.data)
  if (session.isPending) return null
  if (session.isError) return <Trouble error={session.error} />
  if (!session.data) return <SignIn />
  return (
    <Frame person={session.data}>
      <Routes>
        <Route path="/intake" element={<Intake />} />
        <Route path="/roster" element={<Roster />} />
        <Route path="/templates/:template?" element={<Templates />} />
        <Route path="/fleet/:device?" element={<Fleet />} />
        <Route path="/triage/:cause?" element={<Triage />} />
        <Route path="/lab" element={<Lab />} />
        <Route path="*" element={<Navigate to="/fleet" replace />} />
      </Routes>
    </Frame>
  )
}
