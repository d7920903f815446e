import { type Subject, later } from '../../frame/subject'

export const settings: Subject = {
  path: '/settings',
  name: 'Settings',
  letter: 's',
  work: false,
  home: '/settings/domains',
  parts: [
    {
      path: '/settings/:tab/:id?',
      Screen: later(() => import('./Settings'), 'Settings'),
      seen: [
        '/settings/domains',
        '/settings/sites',
        '/settings/sites/1',
        '/settings/models',
        '/settings/models/korrin-k24',
        '/settings/families',
        '/settings/alarms',
        '/settings/history',
        '/settings/audit',
      ],
    },
  ],
}
