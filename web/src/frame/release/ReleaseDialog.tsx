import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, usePending } from '../../api/queries'
import { Act, Entry, Faded, Heading } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { Forecast } from './Forecast'
import { PendingTable } from './PendingTable'
import { WaveForm } from './WaveForm'
import { type Plan, ONE_WAVE, wavesOf } from './waves'

/** Says what a release will do before it is done, and deals it out to waves. */
export function ReleaseDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const pending = usePending()
  const [left, setLeft] = useState<Set<number>>(new Set())
  const [first, setFirst] = useState<Set<number>>(new Set())
  const [plan, setPlan] = useState<Plan>(ONE_WAVE)
  const [supersede, setSupersede] = useState(false)
  const [reason, setReason] = useState('')
  const devices = pending.data ?? []
  const chosen = devices.filter((d) => d.ready && !left.has(d.id))
  const ids = chosen.map((d) => d.id)
  const forecast = useQuery({
    queryKey: ['impact', 'release', ids],
    enabled: ids.length > 0,
    queryFn: () => unwrap(client.POST('/api/releases/impact', { body: { deviceIds: ids } })),
  })
  const waves = wavesOf(plan, ids, first)
  const release = useChange(
    () =>
      unwrap(
        client.POST('/api/releases', {
          body: { deviceIds: ids, reason, supersede, ...(plan.inWaves ? { waves } : {}) },
        }),
      ),
    ({ id }) => {
      onClose()
      if (plan.inWaves) void navigate(`/templates/releases/${id}`)
    },
  )
  const toggle = (set: Set<number>, id: number) => {
    const after = new Set(set)
    if (!after.delete(id)) after.add(id)
    return after
  }
  const problem = asProblem(release.error)
  return (
    <Dialog
      title="Release"
      width="1080px"
      onClose={onClose}
      footer={
        <>
          <Act
            kind="main"
            disabled={chosen.length === 0 || release.isPending}
            onClick={() => release.mutate(undefined)}
          >
            {plan.inWaves
              ? `Begin with the first of ${waves.length} waves`
              : `Release to ${chosen.length} ${chosen.length === 1 ? 'device' : 'devices'}`}
          </Act>
          <Faded>
            {forecast.data &&
              `${forecast.data.told} ${forecast.data.told === 1 ? 'is' : 'are'} registered and told at once; ${chosen.length - forecast.data.told} take it when they next ask.`}
          </Faded>
        </>
      }
    >
      <Flex gap="24px" height="68vh">
        <Flex direction="column" flex="1" minW="0">
          <Field label="Why (kept with the release)" problem={problem?.at('/reason')}>
            <Entry width="100%" value={reason} maxLength={600} onChange={(e) => setReason(e.target.value)} />
          </Field>
          <Box mt="10px" flex="1" minH="0" overflow="auto" tabIndex={0} role="region" aria-label="Devices">
            <PendingTable
              devices={devices}
              left={left}
              first={plan.inWaves ? first : undefined}
              onToggle={(id) => setLeft((before) => toggle(before, id))}
              onFirst={(id) => setFirst((before) => toggle(before, id))}
              onOpen={onClose}
            />
            {devices.length === 0 && !pending.isPending && <Faded>Everything is on the phones.</Faded>}
          </Box>
        </Flex>
        <Box width="360px" flexShrink={0} overflow="auto" tabIndex={0} role="region" aria-label="Forecast">
          <Heading>How it goes out</Heading>
          <WaveForm plan={plan} first={first.size} problem={problem} onChange={setPlan} />
          {problem?.at('/supersede') && (
            <Box mt="10px">
              <label>
                <input type="checkbox" checked={supersede} onChange={() => setSupersede(!supersede)} /> Let
                them leave the other release for this one
              </label>
            </Box>
          )}
          <Trouble error={release.error} shownAt={['/reason']} />
          <Box mt="16px">
            <Heading>If it is released</Heading>
            {forecast.data && ids.length > 0 ? (
              <Forecast forecast={forecast.data} />
            ) : (
              <Faded>{ids.length === 0 ? 'No device is chosen.' : 'Being worked out…'}</Faded>
            )}
          </Box>
        </Box>
      </Flex>
    </Dialog>
  )
}
