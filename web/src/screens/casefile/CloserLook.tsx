import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { clock } from '../../kit/Age'
import { Act, Choice, Faded, Heading } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

const TIMES = [
  ['15', '15 minutes'],
  ['60', 'an hour'],
  ['240', '4 hours'],
  ['1440', 'a day'],
] as const

/** Has the phone write down all that it can for a while, and some like it that work; it is put back by itself. */
export function CloserLook({ id }: { id: number }) {
  const path = { params: { path: { id } } }
  const look = useQuery({
    queryKey: ['closer-look', id],
    refetchInterval: 15_000,
    queryFn: () => unwrap(client.GET('/api/devices/{id}/closer-look', path)),
  }).data
  const [minutes, setMinutes] = useState('60')
  const [similar, setSimilar] = useState(false)
  const raise = useChange(() =>
    unwrap(
      client.POST('/api/devices/{id}/closer-look', { ...path, body: { minutes: Number(minutes), similar } }),
    ),
  )
  const back = useChange(() => unwrap(client.DELETE('/api/devices/{id}/closer-look', path)))
  if (!look) return null
  return (
    <Box role="region" aria-label="Look closer" mt="16px">
      <Heading>Look closer</Heading>
      {look.until ? (
        <Flex gap="10px" align="baseline" mt="2px">
          <Box flex="1">
            Since {look.began && clock(look.began)} ({look.who}) it writes down all that it can. That is put
            back at {clock(look.until)}.
          </Box>
          <Act disabled={back.isPending} onClick={() => back.mutate(undefined)}>
            Put back now
          </Act>
        </Flex>
      ) : look.refused ? (
        <Faded>{look.refused}</Faded>
      ) : (
        <>
          <Flex gap="8px" mt="4px" align="center" wrap="wrap">
            <span>Have it write down all that it can for</span>
            <Choice aria-label="For how long" value={minutes} onChange={(e) => setMinutes(e.target.value)}>
              {TIMES.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </Choice>
            <Act disabled={raise.isPending} onClick={() => raise.mutate(undefined)}>
              Release that
            </Act>
          </Flex>
          {look.similar.length > 0 && (
            <chakra.label display="flex" gap="6px" mt="4px">
              <input type="checkbox" checked={similar} onChange={(e) => setSimilar(e.target.checked)} />
              <span>with {look.similar.join(', ')}, which are like it and work</span>
            </chakra.label>
          )}
        </>
      )}
      {!look.refused && !look.logTarget && (
        <Faded>It is told no server for its log, so that can only be read on the phone.</Faded>
      )}
      <Trouble error={raise.error ?? back.error} />
    </Box>
  )
}
