import { type Subject, later } from '../../frame/subject'

export const triage: Subject = {
  path: '/triage',
  name: 'Triage',
  letter: 'c',
  work: true,
  parts: [
    {
      path: '/triage/:cause?',
      Screen: later(() => import('./Triage'), 'Triage'),
      seen: ['/triage'],
    },
    {
      path: '/triage/brought/:brought?',
      Screen: later(() => import('../brought/Brought'), 'Brought'),
      seen: ['/triage/brought'],
    },
  ],
}
