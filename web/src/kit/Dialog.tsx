import { Box, Flex, chakra } from '@chakra-ui/react'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { Act } from './basics'
import { UnsavedStrip } from './UnsavedStrip'
import { forgetUnsaved } from './unsaved'

type Props = {
  title: string
  onClose?: () => void
  children: ReactNode
  footer?: ReactNode
  width?: string
  /** It can’t be closed by the person: it goes when what it asks for is done. */
  stays?: boolean
  /** Something is typed in it that isn’t kept yet: closing it asks first. */
  unsaved?: boolean
}

const Native = chakra('dialog', {
  base: {
    bg: 'sheet',
    color: 'ink',
    border: '1px solid',
    borderColor: 'ink',
    boxShadow: '0 12px 40px rgb(0 0 0 / 0.25)',
    p: 0,
    m: 'auto',
    maxW: '94vw',
    maxH: '88vh',
    _backdrop: { bg: 'rgb(20 28 30 / 0.45)' },
  },
})

/** A modal window: the browser's own dialog, which keeps the focus inside and closes with Esc. */
export function Dialog({
  title,
  onClose,
  children,
  footer,
  width = '560px',
  stays = false,
  unsaved = false,
}: Props) {
  const ref = useRef<HTMLDialogElement>(null)
  const [asking, setAsking] = useState(false)
  // A second Esc takes the question back; what is typed goes only by the act that says so.
  const close = () => (unsaved ? setAsking(!asking) : onClose?.())
  useEffect(() => {
    const opener = document.activeElement
    ref.current?.showModal()
    // Whoever opens a window by a key goes on with it: the first field has the focus, not the button that closes.
    ref.current?.querySelector<HTMLElement>('input:not([type=checkbox]), select, textarea')?.focus()
    return () => {
      // Whoever opened it goes on where they were.
      if (opener instanceof HTMLElement && opener.isConnected) opener.focus()
    }
  }, [])
  return (
    <Native
      ref={ref}
      onCancel={(e) => {
        e.preventDefault()
        if (!stays) close()
      }}
      // A browser closes at the second Esc without asking; what is typed stays on the screen all the same.
      onClose={() => {
        if (stays || unsaved) ref.current?.showModal()
        else onClose?.()
      }}
      aria-label={title}
      width={width}
    >
      <Flex direction="column" maxH="86vh">
        <Flex align="center" justify="space-between" px="18px" pt="14px" pb="8px">
          <chakra.h2 fontSize="17px" fontWeight={700}>
            {title}
          </chakra.h2>
          {!stays && (
            <Act kind="quiet" aria-label="Close" onClick={close}>
              ✕
            </Act>
          )}
        </Flex>
        <Box px="18px" pb="14px" overflow="auto" flex="1">
          {children}
        </Box>
        {asking && unsaved && (
          <UnsavedStrip
            onStay={() => setAsking(false)}
            onLeave={() => {
              forgetUnsaved()
              onClose?.()
            }}
          />
        )}
        {footer && (
          <Flex gap="8px" align="center" px="18px" py="10px" borderTop="1px solid" borderColor="line">
            {footer}
          </Flex>
        )}
      </Flex>
    </Native>
  )
}
