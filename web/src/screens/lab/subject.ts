import { type Subject, later } from '../../frame/subject'

export const lab: Subject = {
  path: '/lab',
  name: 'Lab',
  letter: 'l',
  work: false,
  parts: [
    {
      path: '/lab',
      Screen: later(() => import('./Lab'), 'Lab'),
      seen: ['/lab'],
    },
  ],
}
