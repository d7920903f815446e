import type { Schemas } from '../../../api/client'

export type Wish = Schemas['WishView']

const inOrder = (wishes: Wish[]) => wishes.toSorted((a, b) => a.position - b.position)

/** The wishes with another one, or none, at a position. */
export function replaced(wishes: Wish[], position: number, wish: Wish | undefined): Wish[] {
  const others = wishes.filter((w) => w.position !== position)
  return inOrder(wish ? [...others, { ...wish, position }] : others)
}

/** The wish at one position moved to another; the two change places if both are taken. */
export function moved(wishes: Wish[], from: number, to: number): Wish[] {
  return inOrder(
    wishes.map((w) =>
      w.position === from ? { ...w, position: to } : w.position === to ? { ...w, position: from } : w,
    ),
  )
}

/** Lines of an extension and a name, laid out as BLF from a position on; a line without digits is a heading and left out. */
export function pasted(wishes: Wish[], from: number, text: string): Wish[] {
  let position = from
  let result = wishes
  for (const line of text.split(/\r?\n/)) {
    const target = /\d{2,15}/.exec(line)?.[0]
    if (target) {
      const label = line
        .replace(target, '')
        .replace(/[\t,;]+/g, ' ')
        .trim()
      result = replaced(result, position, { position, kind: 'BLF', target, label: label.slice(0, 40) })
      position++
    }
  }
  return result
}

const KIND_WORDS: Record<Schemas['PlacedView']['kind'], string> = {
  LINE: 'line',
  BLF: 'BLF',
  SPEED_DIAL: 'speed dial',
  PARK: 'park',
  TRANSFER: 'transfer',
  INTERCOM: 'intercom',
  VOICEMAIL: 'voicemail',
  DIRECTORY: 'directory',
  PAGE: 'page',
  EMPTY: '',
}

/** What a key does, in words such as `BLF 2400`. */
export const keyWords = (key: Schemas['PlacedView']) => `${KIND_WORDS[key.kind]} ${key.target}`.trim()
