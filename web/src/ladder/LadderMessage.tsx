import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Act, Faded, Mono } from '../kit/basics'
import { Breakable } from '../kit/Breakable'
import { Shown } from '../kit/Shown'
import { clock } from '../kit/Age'
import type { AskMessage } from './DrawnLadder'

/** @param exchange the key of the exchange that it belongs to */
type Props = { message: AskMessage; exchange: string; step: number }

/** A message: the headers that matter in words, and its bytes. What somebody hostile wrote into it is text. */
export function LadderMessage({ message: of, exchange, step }: Props) {
  // It does not change any more.
  const query = useQuery({
    queryKey: [...of.key, exchange, step],
    staleTime: Infinity,
    queryFn: () => of.ask(exchange, step),
  })
  const [raw, setRaw] = useState(false)
  return (
    <Shown query={query} what="The message">
      {(message) => (
        <Box role="region" aria-label="The message" borderLeft="1px solid" borderColor="line" pl="16px">
          <Faded>
            seen at {message.node}, {clock(message.at)} · {message.size} bytes · {message.peer}{' '}
          </Faded>
          <Act kind="quiet" aria-pressed={raw} onClick={() => setRaw(!raw)}>
            {raw ? 'In words' : 'As it came'}
          </Act>
          {message.callId && of.casefile && (
            <Act kind="quiet" asChild>
              <a href={of.casefile(message.callId)} download>
                Casefile of this call
              </a>
            </Act>
          )}
          {raw ? (
            <chakra.pre
              mt="6px"
              fontFamily="mono"
              fontSize="11.5px"
              bg="paper"
              p="8px"
              whiteSpace="pre-wrap"
              overflowWrap="anywhere"
              maxH="60vh"
              overflow="auto"
            >
              {message.raw.trim()}
            </chakra.pre>
          ) : (
            <Box as="dl" mt="4px">
              {message.words.map((w, i) => (
                <Box key={i} py="4px" borderBottom="1px solid" borderColor="hair">
                  <Box as="dt" color="faded" fontSize="12px">
                    {w.name}
                  </Box>
                  <Box as="dd">
                    <Mono
                      whiteSpace="normal"
                      overflowWrap="anywhere"
                      color={w.bad ? 'rust' : 'ink'}
                      fontWeight={w.bad ? 700 : 400}
                    >
                      <Breakable text={w.value} />
                    </Mono>
                    {w.words && <Box color={w.bad ? 'rust' : 'faded'}>{w.words}</Box>}
                  </Box>
                </Box>
              ))}
            </Box>
          )}
        </Box>
      )}
    </Shown>
  )
}
