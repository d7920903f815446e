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
import { useUnsaved } from '../../kit/unsaved'
import { choiceOf } from './choice'
import { Forecast } from './Forecast'
import { MakingBar } from './MakingBar'
import { PendingTable } from './PendingTable'
import { WaveForm } from './WaveForm'
import { type Plan, ONE_WAVE, wavesOf } from './waves'

/** Of so many the forecast is worked out unasked; more take seconds. */
const AT_ONCE = 2_000

const SHORT = 500
const FEW = 8

/** What is asked once the server says that it must be. */
const CONSENTS = [
  ['supersede', 'Let them leave the other release for this one'],
  ['unfit', 'Release to them all the same, with this firmware'],
] as const

const NOTHING = { all: 0, ready: 0, devices: [], waiting: 0 }

/** Says what a release will do before it is done, and deals it out to waves. */
export function ReleaseDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const [q, setQ] = useState('')
  const pending = usePending(q)
  const [left, setLeft] = useState<Set<number>>(new Set())
  const [first, setFirst] = useState<Set<number>>(new Set())
  const [plan, setPlan] = useState<Plan>(ONE_WAVE)
  const [consents, setConsents] = useState({ supersede: false, unfit: false })
  const [reason, setReason] = useState('')
  const chosen = reason !== '' || plan !== ONE_WAVE || left.size > 0
  const released = useUnsaved('what goes into the release', chosen)
  const page = pending.data ?? NOTHING
  // What is listed is still the answer to another search: nothing is released before it is known what would be.
  // So are devices that a change touched a moment ago and that were not looked at yet.
  const counting = pending.isPending || pending.isPlaceholderData || page.waiting > 0
  const { count, listed, body } = choiceOf(page, q, left)
  const forecast = useQuery({
    queryKey: ['impact', 'release', body],
    enabled: !counting && count > 0 && count <= AT_ONCE,
    queryFn: () => unwrap(client.POST('/api/releases/impact', { body })),
  })
  const waves = wavesOf(plan, listed, first)
  const release = useChange(
    () =>
      unwrap(
        client.POST('/api/releases', {
          body: { ...body, reason, ...consents, ...(plan.inWaves ? { waves } : {}) },
        }),
      ),
    ({ id }) => {
      released()
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
      unsaved={chosen}
      onClose={onClose}
      footer={
        <>
          <Act
            kind="main"
            disabled={counting || count === 0 || release.isPending}
            onClick={() => release.mutate(undefined)}
          >
            {counting
              ? page.waiting > 0
                ? `Counting: ${page.waiting.toLocaleString('en')} to look at…`
                : 'Counting…'
              : plan.inWaves
                ? `Begin with the first of ${waves.length} waves`
                : `Release to ${count.toLocaleString('en')} ${count === 1 ? 'device' : 'devices'}`}
          </Act>
          {release.isPending && count > SHORT ? (
            <MakingBar begun />
          ) : (
            <Faded>
              {forecast.data &&
                `${forecast.data.told.toLocaleString('en')} ${forecast.data.told === 1 ? 'is' : 'are'} registered and told at once; ${(count - forecast.data.told).toLocaleString('en')} take it when they next ask.`}
            </Faded>
          )}
        </>
      }
    >
      <Flex gap="24px" height="68vh">
        <Flex direction="column" flex="1" minW="0">
          <Field label="Why (kept with the release)" problem={problem?.at('/reason')}>
            <Entry width="100%" value={reason} maxLength={600} onChange={(e) => setReason(e.target.value)} />
          </Field>
          {(q !== '' || page.all > FEW) && (
            <Flex mt="8px" gap="10px" align="center">
              <Entry
                type="search"
                width="230px"
                aria-label="Only those with"
                placeholder="Only those with…"
                value={q}
                onChange={(e) => {
                  setQ(e.target.value)
                  setLeft(new Set())
                }}
              />
              {page.all > page.devices.length && (
                <Faded>
                  The first {page.devices.length} of {page.all.toLocaleString('en')} are listed; all that are
                  ready go.
                </Faded>
              )}
            </Flex>
          )}
          <Box mt="10px" flex="1" minH="0" overflow="auto" tabIndex={0} role="region" aria-label="Devices">
            <PendingTable
              devices={page.devices}
              left={left}
              first={plan.inWaves ? first : undefined}
              onToggle={(id) => setLeft((before) => toggle(before, id))}
              onFirst={(id) => setFirst((before) => toggle(before, id))}
              onOpen={() => !chosen && onClose()}
            />
            {pending.isPending && <Faded>The changed devices are being loaded…</Faded>}
            <Trouble error={pending.error} />
            {page.all === 0 && pending.isSuccess && !counting && (
              <Faded>{q ? `No changed device has “${q}” in it.` : 'Everything is on the phones.'}</Faded>
            )}
          </Box>
        </Flex>
        <Box width="360px" flexShrink={0} overflow="auto" tabIndex={0} role="region" aria-label="Forecast">
          <Heading>How it goes out</Heading>
          <WaveForm plan={plan} first={first.size} problem={problem} onChange={setPlan} />
          {CONSENTS.filter(([at]) => problem?.at('/' + at)).map(([at, words]) => (
            <Box key={at} mt="10px">
              <label>
                <input
                  type="checkbox"
                  checked={consents[at]}
                  onChange={() => setConsents({ ...consents, [at]: !consents[at] })}
                />{' '}
                {words}
              </label>
            </Box>
          ))}
          <Trouble error={release.error} shownAt={['/reason']} />
          <Box mt="16px">
            <Heading>If it is released</Heading>
            {forecast.data && count > 0 ? (
              <Forecast forecast={forecast.data} />
            ) : count > AT_ONCE && !forecast.isFetching ? (
              <Act onClick={() => void forecast.refetch()}>
                Work it out for {count.toLocaleString('en')} devices
              </Act>
            ) : (
              <Faded>
                {counting
                  ? 'Counting…'
                  : count === 0
                    ? 'No device is chosen.'
                    : !forecast.error && 'Being worked out…'}
              </Faded>
            )}
            <Trouble error={forecast.error} />
          </Box>
        </Box>
      </Flex>
    </Dialog>
  )
}
