import { type Subject, later } from '../../frame/subject'

export const intake: Subject = {
  path: '/intake',
  name: 'Intake',
  letter: 'i',
  work: true,
  home: '/intake/sheet',
  parts: [
    {
      path: '/intake/sheet',
      Screen: later(() => import('./Intake'), 'Intake'),
      seen: ['/intake/sheet'],
    },
    {
      path: '/intake/batches/:batch?',
      Screen: later(() => import('./Batches'), 'Batches'),
      seen: ['/intake/batches', '/intake/batches/1'],
    },
  ],
}
