import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { clock } from '../../kit/Age'
import { Breakable } from '../../kit/Breakable'
import { Act, Faded, Heading, Mono } from '../../kit/basics'

const FEW = 14

const Line = chakra('button', {
  base: {
    display: 'grid',
    gridTemplateColumns: '64px minmax(0, 3fr) minmax(0, 2fr)',
    gap: '8px',
    width: '100%',
    textAlign: 'left',
    py: '3px',
    borderBottom: '1px solid',
    borderColor: 'hair',
    '&:enabled': { cursor: 'pointer' },
  },
})

/**
 * What was seen of the device, newest first; a message opens to its bytes.
 * @param letGo evidence that is kept no more; empty if there is none such
 */
export function Seen({ seen, letGo }: { seen: Schemas['SeenView'][]; letGo?: Schemas['LetGo'] | null }) {
  const [all, setAll] = useState(false)
  const [open, setOpen] = useState<string | undefined>()
  return (
    <Box mt="16px" role="region" aria-label="What was seen">
      <Flex justify="space-between" align="baseline">
        <Heading>What was seen</Heading>
        {seen.length > FEW && (
          <Act kind="quiet" onClick={() => setAll(!all)}>
            {all ? 'Fewer' : `All ${seen.length}`}
          </Act>
        )}
      </Flex>
      {seen.length === 0 && <Faded>Nothing yet.</Faded>}
      {seen.slice(0, all ? undefined : FEW).map((s, i) => {
        const key = s.at + s.what
        return (
          <Box key={key + i}>
            <Line
              disabled={!s.raw}
              aria-expanded={s.raw ? open === key : undefined}
              onClick={() => setOpen(open === key ? undefined : key)}
            >
              <Mono color="faded">{clock(s.until)}</Mono>
              <chakra.span overflowWrap="break-word">
                <Breakable text={s.what} />
                {s.times > 1 && (
                  <Faded>
                    {' '}
                    · {s.times} times since {clock(s.at)}
                  </Faded>
                )}
              </chakra.span>
              <chakra.span color={s.bad ? 'rust' : 'faded'} textAlign="right" overflowWrap="break-word">
                <Breakable text={s.answer} />
              </chakra.span>
            </Line>
            {open === key && s.raw && (
              <chakra.pre
                fontFamily="mono"
                fontSize="11.5px"
                bg="paper"
                p="8px"
                overflowX="auto"
                whiteSpace="pre-wrap"
                overflowWrap="anywhere"
              >
                {s.raw.trim()}
              </chakra.pre>
            )}
          </Box>
        )
      })}
      {letGo && (
        <Faded display="block" mt="6px">
          Evidence before {day(letGo.until)} was let go ({letGo.episodes}{' '}
          {letGo.episodes === 1 ? 'entry' : 'entries'}); what it came to is kept.
        </Faded>
      )}
    </Box>
  )
}

function day(at: string): string {
  return new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
}
