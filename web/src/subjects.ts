import type { Subject } from './frame/subject'
import { calls } from './screens/calls/subject'
import { directory } from './screens/directory/subject'
import { fleet } from './screens/fleet/subject'
import { intake } from './screens/intake/subject'
import { lab } from './screens/lab/subject'
import { roster } from './screens/roster/subject'
import { settings } from './screens/settings/subject'
import { templates } from './screens/templates/subject'
import { today } from './screens/today/subject'
import { triage } from './screens/triage/subject'

/** What a day begins with, the work in its order, then what stands beside it. Routes, the bar, shortcuts and titles follow from it. */
export const SUBJECTS: Subject[] = [
  today,
  intake,
  roster,
  templates,
  fleet,
  triage,
  calls,
  directory,
  lab,
  settings,
]
