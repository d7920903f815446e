import { type Subject, later } from '../../frame/subject'

export const templates: Subject = {
  path: '/templates',
  name: 'Templates',
  letter: 't',
  work: true,
  parts: [
    {
      path: '/templates/compare',
      Screen: later(() => import('./compare/Compare'), 'Compare'),
      seen: ['/templates/compare'],
    },
    {
      path: '/templates/releases/:id?',
      Screen: later(() => import('./releases/Releases'), 'Releases'),
      seen: ['/templates/releases', '/templates/releases/1'],
    },
    {
      path: '/templates/keys/:template?',
      Screen: later(() => import('./keys/Keys'), 'Keys'),
      seen: ['/templates/keys'],
    },
    {
      path: '/templates/:template?',
      Screen: later(() => import('./Templates'), 'Templates'),
      seen: ['/templates'],
    },
  ],
}
