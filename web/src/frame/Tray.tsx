import { Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useFrame, useUnpublished } from '../api/queries'
import { Age } from '../kit/Age'
import { MakingBar, useMaking } from './release/MakingBar'
import { ReleaseDialog } from './release/ReleaseDialog'

const TrayAct = chakra('button', {
  base: {
    bg: 'trayInk',
    color: 'trayBg',
    borderRadius: '3px',
    fontWeight: 600,
    px: '12px',
    py: '4px',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
  },
})

/** There whenever something is changed and not on the phones, or a wave stopped: what, by whom, since when. */
export function Tray({ mayRelease }: { mayRelease: boolean }) {
  const frame = useFrame().data
  const books = useUnpublished().data ?? []
  const [open, setOpen] = useState(false)
  const making = useMaking()
  if (!frame) return null
  const waves = frame.wavesStopped > 0 || frame.wavesRunning > 0
  if (!making && frame.pending === 0 && !waves && books.length === 0) return null
  const one = frame.pending === 1
  const newest = frame.unreleased[0]
  return (
    <Flex as="footer" h="44px" flexShrink="0" bg="trayBg" color="trayInk" align="center" px="18px" gap="10px">
      {making ? (
        <MakingBar mayCallOff={mayRelease} />
      ) : frame.pending > 0 ? (
        <>
          <chakra.b whiteSpace="nowrap">
            {frame.pending.toLocaleString('en')} {one ? 'device' : 'devices'}
          </chakra.b>
          <chakra.span whiteSpace="nowrap">
            {one ? 'has changes that are' : 'have changes that are'} not on the phones
          </chakra.span>
          <chakra.span opacity="0.75" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" minW="0">
            {frame.pendingReady < frame.pending &&
              `— ${frame.pending - frame.pendingReady} can’t be released yet `}
            {newest && `— ${newest.what}${frame.unreleased.length > 1 ? ' and more' : ''}, by ${newest.who} `}
            {frame.pendingSince && (
              <>
                — oldest <Age at={frame.pendingSince} />
              </>
            )}
          </chakra.span>
        </>
      ) : null}
      <Flex ml="auto" gap="12px" align="center">
        {books.length > 0 && <Books books={books} />}
        {waves && (
          <chakra.span textDecoration="underline" whiteSpace="nowrap">
            <Link to="/templates/releases">
              {frame.wavesStopped > 0
                ? `▶ ${frame.wavesStopped} ${frame.wavesStopped === 1 ? 'wave has' : 'waves have'} stopped`
                : `◔ ${frame.wavesRunning} ${frame.wavesRunning === 1 ? 'wave' : 'waves'} under way`}
            </Link>
          </chakra.span>
        )}
        {mayRelease && frame.pending > 0 && (
          <TrayAct onClick={() => setOpen(true)}>Review and release…</TrayAct>
        )}
      </Flex>
      {open && <ReleaseDialog onClose={() => setOpen(false)} />}
    </Flex>
  )
}

/** Phonebooks that changed and that phones are not given so: what changed, by whom. */
function Books({ books }: { books: Schemas['Unpublished'][] }) {
  const first = books[0]
  if (!first) return null
  return (
    <chakra.span
      textDecoration="underline"
      whiteSpace="nowrap"
      overflow="hidden"
      textOverflow="ellipsis"
      minW="0"
      title={first.what && `${first.who} ${first.what}`}
    >
      <Link to={`/directory/${first.id}`}>
        {books.length === 1
          ? `Phonebook ${first.name} is not published: ${first.words}${first.who && `, by ${first.who}`}`
          : `${books.length} phonebooks are not published`}
      </Link>
    </chakra.span>
  )
}
