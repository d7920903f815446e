import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { clock } from '../../kit/Age'
import { Act, Entry, Faded, Heading, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { CloserLook } from './CloserLook'

type Props = { id: number; label: string; onClose: () => void }

/** What is handed to somebody else about a device: from when to when, and what was done to have it happen. */
export function CasefileDialog({ id, label, onClose }: Props) {
  const window = useQuery({
    queryKey: ['casefile', id],
    queryFn: () => unwrap(client.GET('/api/casefile/devices/{id}/window', { params: { path: { id } } })),
  })
  return (
    <Dialog title={`Casefile of ${label}`} onClose={onClose} width="620px">
      <Noted id={id} />
      <CloserLook id={id} />
      <Shown query={window} what="The time that fits">
        {(fitting) => <Take key={fitting.from + fitting.to} id={id} fitting={fitting} />}
      </Shown>
    </Dialog>
  )
}

/** As a field for a moment has it: without the zone, which is UTC. */
const field = (at: string) => at.slice(0, 19)

type TakeProps = { id: number; fitting: { from: string; to: string; why: string } }

function Take({ id, fitting }: TakeProps) {
  const [from, setFrom] = useState(field(fitting.from))
  const [to, setTo] = useState(field(fitting.to))
  const isWrong = !(from < to)
  const query = new URLSearchParams({ from: `${from}Z`, to: `${to}Z` })
  return (
    <Box mt="16px">
      <Heading>From when to when (UTC)</Heading>
      <Flex gap="8px" mt="4px" align="center" wrap="wrap">
        <Entry
          type="datetime-local"
          step={1}
          aria-label="From"
          value={from}
          aria-invalid={isWrong || undefined}
          onChange={(e) => setFrom(e.target.value)}
        />
        <span>to</span>
        <Entry
          type="datetime-local"
          step={1}
          aria-label="To"
          value={to}
          aria-invalid={isWrong || undefined}
          onChange={(e) => setTo(e.target.value)}
        />
      </Flex>
      <Faded>{isWrong ? 'It begins after it ends.' : fitting.why}</Faded>
      <Box mt="12px">
        A page to read and print, the configuration as released, settings with where they come from, SIP as a
        capture and as text, what the phone wrote down, all observations. Passwords, proofs of passwords and
        secret addresses are taken out, and where is listed.
      </Box>
      <Box mt="12px">
        {isWrong ? (
          <Act kind="main" disabled>
            Download
          </Act>
        ) : (
          <Act kind="main" asChild>
            <chakra.a
              href={`/api/casefile/devices/${id}?${query.toString()}`}
              download
              display="inline-block"
            >
              Download
            </chakra.a>
          </Act>
        )}
      </Box>
    </Box>
  )
}

/** Notes down what is done while it is done: the times go into the casefile. */
function Noted({ id }: { id: number }) {
  const path = { params: { path: { id } } }
  const issue = useQuery({
    queryKey: ['issue', id],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/issue', path)),
  })
  const [words, setWords] = useState('')
  const start = useChange(() => unwrap(client.POST('/api/devices/{id}/issue/start', path)))
  const mark = useChange(
    (what: string) => unwrap(client.POST('/api/devices/{id}/issue/mark', { ...path, body: { words: what } })),
    () => setWords(''),
  )
  const end = useChange(() => unwrap(client.POST('/api/devices/{id}/issue/end', path)))
  const data = issue.data
  if (!data) return null
  const isOpen = data.started && !data.ended
  return (
    <Box role="region" aria-label="What is done to have it happen">
      <Heading>Have it happen</Heading>
      {data.started && (
        <Box as="ol" listStyleType="none" mt="2px">
          <li>
            <Mono>{clock(data.started)}</Mono> start, by {data.who}
          </li>
          {data.marks.map((m) => (
            <chakra.li key={m.at + m.words} overflowWrap="anywhere">
              <Mono>{clock(m.at)}</Mono> {m.words}
            </chakra.li>
          ))}
          {data.ended && (
            <li>
              <Mono>{clock(data.ended)}</Mono> end
            </li>
          )}
        </Box>
      )}
      {isOpen ? (
        <Flex
          as="form"
          gap="8px"
          mt="6px"
          onSubmit={(e) => {
            e.preventDefault()
            mark.mutate(words.trim() || 'there it was')
          }}
        >
          <Entry
            flex="1"
            aria-label="What was done or seen"
            placeholder="What you do or see; empty notes that it happened"
            maxLength={500}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <Act type="submit">{words.trim() ? 'Note it' : 'There it was'}</Act>
          <Act type="button" onClick={() => end.mutate(undefined)}>
            End
          </Act>
        </Flex>
      ) : (
        <Box mt="6px">
          <Act onClick={() => start.mutate(undefined)}>Start</Act>{' '}
          <Faded>then do what makes it happen: each step gets its exact time</Faded>
        </Box>
      )}
      <Trouble error={start.error ?? mark.error ?? end.error} />
    </Box>
  )
}
