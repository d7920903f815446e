/** The names that a formula may use, as the server knows them. */
export const FORMULA_NAMES = [
  'extension.number',
  'extension.name',
  'extension.user',
  'extension.outgoing',
  'person.name',
  'person.first',
  'person.last',
  'person.department',
  'person.email',
  'person.mobile',
  'person.language',
  'person.zone',
  'device.label',
  'device.mac',
  'device.serial',
  'line.position',
  'model.keys',
  'model.lines',
  'model.pages',
  'model.name',
  'model.maker',
  'model.family',
  'model.kind',
  'site.name',
  'domain.name',
  'domain.realm',
]

/** The beginning of a name at the end of an open formula; undefined where no formula is open. */
export function completing(value: string): string | undefined {
  const opened = value.lastIndexOf('{{')
  const inside = value.startsWith('=') ? value.slice(1) : opened >= 0 ? value.slice(opened + 2) : undefined
  if (inside === undefined || (!value.startsWith('=') && inside.includes('}}'))) return undefined
  const typed = /[a-z.]*$/.exec(inside)?.[0] ?? ''
  // After a whole value nothing is begun yet.
  return typed === '' && /[)\w'"]\s*$/.test(inside) ? undefined : typed
}

/** The value with the name in place of its beginning; a place in a text is closed. */
export function completed(value: string, typed: string, name: string): string {
  const before = value.slice(0, value.length - typed.length)
  return before + name + (value.startsWith('=') ? '' : ' }}')
}
