/** What Triage is made of, each at its own address. */
export const TRIAGE_TABS = [
  { to: '/triage', name: 'Causes' },
  { to: '/triage/brought', name: 'Evidence from elsewhere' },
]
