import { cleanup } from '@testing-library/react'
import { afterEach, vi } from 'vitest'
import { forgetUnsaved } from '../kit/unsaved'

// Files of tests share their modules, so that the components are loaded once: what one test leaves behind is cleared here.
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
  forgetUnsaved()
})

// This DOM has no modal windows; that they are open is all that the screens ask of them.
if (typeof HTMLDialogElement !== 'undefined')
  HTMLDialogElement.prototype.showModal ??= function (this: HTMLDialogElement) {
    this.setAttribute('open', '')
  }
