import { type Subject, later } from '../../frame/subject'

export const calls: Subject = {
  path: '/calls',
  name: 'Calls',
  letter: 'd',
  work: false,
  home: '/calls/rings',
  parts: [
    {
      path: '/calls/rings',
      Screen: later(() => import('./WhatRings'), 'WhatRings'),
      seen: ['/calls/rings', '/calls/rings?number=2413'],
    },
    {
      path: '/calls/nothing',
      Screen: later(() => import('./RingsNothing'), 'RingsNothing'),
      seen: ['/calls/nothing'],
    },
    {
      path: '/calls/groups/:id?',
      Screen: later(() => import('./Groups'), 'Groups'),
      seen: ['/calls/groups', '/calls/groups/1'],
    },
    {
      path: '/calls/what-if',
      Screen: later(() => import('./WhatIf'), 'WhatIf'),
      seen: ['/calls/what-if', '/calls/what-if?from=2001&dials=0555123'],
    },
    {
      path: '/calls/digit-maps',
      Screen: later(() => import('./DigitMaps'), 'DigitMaps'),
      seen: ['/calls/digit-maps'],
    },
    {
      path: '/calls/lists/:id?',
      Screen: later(() => import('./DialLists'), 'DialLists'),
      seen: ['/calls/lists', '/calls/lists/1'],
    },
    {
      path: '/calls/permissions/:id?',
      Screen: later(() => import('./Permissions'), 'Permissions'),
      seen: ['/calls/permissions', '/calls/permissions/1'],
    },
    {
      path: '/calls/codecs',
      Screen: later(() => import('./Codecs'), 'Codecs'),
      seen: ['/calls/codecs', '/calls/codecs?from=2413&to=2416'],
    },
  ],
}
