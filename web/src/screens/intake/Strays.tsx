import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys, useChange } from '../../api/queries'
import { Age, clock } from '../../kit/Age'
import { ConfirmAct } from '../../kit/ConfirmAct'
import { Missing } from '../../kit/Shown'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Term } from '../../kit/Term'
import { Trouble } from '../../kit/Trouble'
import { StrayIs } from './StrayIs'

type Stray = Schemas['StrayView']
type Props = { mayAct: boolean; onEnrol: (stray: Stray) => void; onOpen: (deviceId: number) => void }

/** Agents that register, or try to, and belong to no enrolled device. */
export function Strays({ mayAct, onEnrol, onOpen }: Props) {
  const [all, setAll] = useState(false)
  const [saying, setSaying] = useState<Stray | undefined>()
  const strays = useQuery({
    queryKey: [...keys.knocks, 'strays', all],
    queryFn: () => unwrap(client.GET('/api/strays', { params: { query: { all } } })),
  })
  const path = (id: number) => ({ params: { path: { id } } })
  const ignore = useChange((s: Stray) =>
    unwrap(
      s.ignored
        ? client.DELETE('/api/strays/{id}/ignored', path(s.id))
        : client.POST('/api/strays/{id}/ignored', path(s.id)),
    ),
  )
  const refuse = useChange((s: Stray) =>
    unwrap(
      s.refused
        ? client.DELETE('/api/strays/{id}/refused', path(s.id))
        : client.POST('/api/strays/{id}/refused', path(s.id)),
    ),
  )
  return (
    <Box as="section" aria-label="Strays" mt="18px">
      <Flex justify="space-between" align="baseline">
        <Heading>
          <Term word="stray">Strays</Term>
        </Heading>
        <Act kind="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
          {all ? 'Only open ones' : 'All'}
        </Act>
      </Flex>
      <Faded fontSize="12.5px">agents that register, or try to, and are no enrolled device</Faded>
      <Missing query={strays} what="Who registers astray" />
      <Trouble error={ignore.error ?? refuse.error} />
      {strays.data?.length === 0 && (
        <Box color="faded" mt="12px">
          Nobody.
        </Box>
      )}
      {strays.data?.map((s) => (
        <Box key={s.id} py="10px" borderBottom="1px solid" borderColor="hair">
          <Mono fontWeight={700}>{s.number || '–'}</Mono>{' '}
          <Faded>
            {s.times} ×, <Age at={s.lastAt} /> ago
          </Faded>
          <Box my="4px" overflowWrap="anywhere">
            <chakra.b color={s.registered ? 'mossText' : 'rust'}>
              {s.registered && s.until ? `registered until ${clock(s.until)}` : s.outcome}
            </chakra.b>
            {s.password && ` with ${s.password}`}, from <Mono>{s.address}</Mono>
            {s.agent && ` as ${s.agent}`}
            {s.mac && ` ${s.mac}`}.
            {s.claims && ` It says that it is ${s.claims}, which is registered elsewhere.`}
            {s.holder && !s.claims && ` ${s.number} is on record for ${s.holder}.`}
            {s.refused && ' Refused from now on.'}
          </Box>
          {mayAct && (
            <Flex gap="6px" wrap="wrap">
              {s.deviceId ? (
                <Act onClick={() => s.deviceId && onOpen(s.deviceId)}>Open its device</Act>
              ) : (
                <>
                  <Act kind="main" onClick={() => setSaying(s)}>
                    It is…
                  </Act>
                  <Act
                    title={s.mac ? undefined : 'It names no MAC: scan or type the one on its label'}
                    onClick={() => onEnrol(s)}
                  >
                    Enrol
                  </Act>
                </>
              )}
              <Act kind="quiet" onClick={() => ignore.mutate(s)}>
                {s.ignored ? 'Show again' : 'Ignore'}
              </Act>
              {s.refused ? (
                <Act kind="quiet" onClick={() => refuse.mutate(s)}>
                  Let it in again
                </Act>
              ) : (
                <ConfirmAct
                  label="Refuse"
                  question={`Refuse ${s.number} from ${s.address.replace(/:\d+$/, '')} from now on? It can be let in again under All.`}
                  onConfirm={() => refuse.mutate(s)}
                />
              )}
            </Flex>
          )}
        </Box>
      ))}
      {saying && <StrayIs stray={saying} onClose={() => setSaying(undefined)} onOpen={onOpen} />}
    </Box>
  )
}
