import { type Subject, later } from '../../frame/subject'

export const directory: Subject = {
  path: '/directory',
  name: 'Directory',
  letter: 'b',
  work: false,
  parts: [
    {
      path: '/directory/:id?',
      Screen: later(() => import('./Directory'), 'Directory'),
      seen: ['/directory', '/directory/1'],
    },
  ],
}
