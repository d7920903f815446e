import { type ComponentType, type ReactNode, lazy } from 'react'

/** A screen at an address. */
export type Part = {
  /** The address, with its places for ids: `/fleet/:device?`. */
  path: string
  Screen: ComponentType
  /** Addresses at which it is looked at: with nothing open, and with something. */
  seen: string[]
}

/** What the application is about, in parts: a place in the bar, a letter, and the screens beneath its address. */
export type Subject = {
  path: string
  name: string
  /** Goes there after g. */
  letter: string
  /** Whether it is a step of the work; the others stand beside it. */
  work: boolean
  /** Where its address leads, when not to a screen of its own. */
  home?: string
  parts: Part[]
}

/** A screen that is fetched when it is first gone to. */
export function later<K extends string>(
  load: () => Promise<Record<K, () => ReactNode>>,
  name: K,
): ComponentType {
  return lazy(async () => {
    const Screen: () => ReactNode = (await load())[name]
    return { default: Screen }
  })
}
