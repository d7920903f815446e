import { type Subject, later } from '../../frame/subject'

export const today: Subject = {
  path: '/today',
  name: 'Today',
  letter: 'h',
  work: false,
  parts: [{ path: '/today', Screen: later(() => import('./Today'), 'Today'), seen: ['/today'] }],
}
