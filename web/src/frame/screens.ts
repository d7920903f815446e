/** The work in its order, then what stands beside it. The letter goes there after g. */
export const SCREENS = [
  { path: '/intake', name: 'Intake', letter: 'i', work: true },
  { path: '/roster', name: 'Roster', letter: 'r', work: true },
  { path: '/templates', name: 'Templates', letter: 't', work: true },
  { path: '/fleet', name: 'Fleet', letter: 'f', work: true },
  { path: '/triage', name: 'Triage', letter: 'c', work: true },
  { path: '/lab', name: 'Lab', letter: 'l', work: false },
  { path: '/settings', name: 'Settings', letter: 's', work: false },
] as const
