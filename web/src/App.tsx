import { Navigate, Route, Routes } from 'react-router'
import { useLive } from './api/live'
import { useSession } from './api/queries'
import { Frame } from './frame/Frame'
import { Trouble } from './kit/Trouble'
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
  const session = useSession()
  useLive(!!session.data)
  if (session.isPending) return null
  if (session.isError) return <Trouble error={session.error} />
  if (!session.data) return <SignIn />
  return (
    <Frame person={session.data}>
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
