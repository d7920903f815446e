import { afterEach, beforeEach } from 'vitest'

const SIZE = { clientHeight: 600, clientWidth: 900 }

/** For the tests of a file: the document, which has no height of its own there, has one, so that rows are in sight. */
export function withSize() {
  beforeEach(() => {
    for (const [name, value] of Object.entries(SIZE))
      Object.defineProperty(window.HTMLElement.prototype, name, { configurable: true, get: () => value })
  })
  afterEach(() => {
    for (const name of Object.keys(SIZE)) Reflect.deleteProperty(window.HTMLElement.prototype, name)
  })
}
