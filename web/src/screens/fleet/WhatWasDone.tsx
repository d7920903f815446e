import { Box, Flex } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { useDone } from '../../api/queries'
import { Age, clock } from '../../kit/Age'
import { Faded } from '../../kit/basics'
import { isRecent } from '../../kit/serverClock'

type Watch = Schemas['WatchView']

const MARK = { WAITING: '○', PASSED: '✓', OTHER: '◆', STILL: '◆', QUIET: '◇' } as const
const TONE = {
  WAITING: 'amberText',
  PASSED: 'moss',
  OTHER: 'rust',
  STILL: 'rust',
  QUIET: 'slateText',
} as const

/** What passed is shown for so long, in minutes. */
const SHOWN = 60

/** What was done about a device, and what came of it: it stays until it passed, and some time beyond. */
export function WhatWasDone({ id }: { id: number }) {
  const watches = useDone(id).data?.watches ?? []
  const shown = watches.filter((w, i) => i === 0 && isRecent(w.at, SHOWN))
  if (shown.length === 0) return null
  return (
    <Box role="status" aria-label="What was done" mt="10px">
      {shown.map((w) => (
        <Line key={w.id} watch={w} />
      ))}
    </Box>
  )
}

function Line({ watch: w }: { watch: Watch }) {
  return (
    <Flex gap="8px" py="6px" borderY="1px solid" borderColor="line">
      <Box color={TONE[w.state]} fontWeight={700} aria-hidden>
        {MARK[w.state]}
      </Box>
      <Box minW="0">
        <b>{w.label}</b>{' '}
        <Faded>
          {w.who}, <Age at={w.began} /> · {w.title}
        </Faded>
        <Box color={TONE[w.state]}>
          {w.state === 'PASSED' ? `It passed at ${clock(w.at)}.` : w.words || 'Waiting for the phone.'}
        </Box>
      </Box>
    </Flex>
  )
}
