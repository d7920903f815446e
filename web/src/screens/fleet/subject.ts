import { type Subject, later } from '../../frame/subject'

export const fleet: Subject = {
  path: '/fleet',
  name: 'Fleet',
  letter: 'f',
  work: true,
  parts: [
    {
      path: '/fleet/:device?',
      Screen: later(() => import('./Fleet'), 'Fleet'),
      seen: ['/fleet', '/fleet/1'],
    },
    {
      path: '/fleet/rounds/:round?',
      Screen: later(() => import('../proving/Rounds'), 'Rounds'),
      seen: ['/fleet/rounds'],
    },
  ],
}
