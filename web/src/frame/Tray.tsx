import { Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useFrame } from '../api/queries'
import { ReleaseDialog } from './ReleaseDialog'

const TrayAct = chakra('button', {
  base: {
    bg: 'trayInk',
    color: 'trayBg',
    borderRadius: '3px',
    fontWeight: 600,
    px: '12px',
    py: '4px',
    cursor: 'pointer',
  },
})

/** There whenever something is changed and not on the phones. */
export function Tray({ mayRelease }: { mayRelease: boolean }) {
  const frame = useFrame().data
  const [open, setOpen] = useState(false)
  if (!frame || frame.pending === 0) return null
  const one = frame.pending === 1
  return (
    <Flex as="footer" h="44px" flexShrink="0" bg="trayBg" color="trayInk" align="center" px="18px" gap="10px">
      <b>
        {frame.pending} {one ? 'device' : 'devices'}
      </b>
      <span>{one ? 'has changes that are' : 'have changes that are'} not on the phones</span>
      {frame.pendingReady < frame.pending && (
        <chakra.span opacity="0.75">— {frame.pending - frame.pendingReady} can’t be released yet</chakra.span>
      )}
      {mayRelease && (
        <TrayAct ml="auto" onClick={() => setOpen(true)}>
          Review and release…
        </TrayAct>
      )}
      {open && <ReleaseDialog onClose={() => setOpen(false)} />}
    </Flex>
  )
}
