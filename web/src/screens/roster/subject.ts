import { type Subject, later } from '../../frame/subject'

export const roster: Subject = {
  path: '/roster',
  name: 'Roster',
  letter: 'r',
  work: true,
  home: '/roster/people',
  parts: [
    {
      path: '/roster/map',
      Screen: later(() => import('./NumberMap'), 'NumberMap'),
      seen: ['/roster/map'],
    },
    {
      path: '/roster/people/:id?',
      Screen: later(() => import('./People'), 'People'),
      seen: ['/roster/people', '/roster/people/1'],
    },
    {
      path: '/roster/extensions/:id?',
      Screen: later(() => import('./Extensions'), 'Extensions'),
      seen: ['/roster/extensions', '/roster/extensions/1'],
    },
    {
      path: '/roster/outside/:id?',
      Screen: later(() => import('./OutsideNumbers'), 'OutsideNumbers'),
      seen: ['/roster/outside', '/roster/outside/1'],
    },
    {
      path: '/roster/kits/:id?',
      Screen: later(() => import('./Kits'), 'Kits'),
      seen: ['/roster/kits', '/roster/kits/1'],
    },
  ],
}
