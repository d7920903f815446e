import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useMutation } from '@tanstack/react-query'
import { Act, Faded, Grid, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { FilterEntry } from '../../kit/FilterEntry'
import { Trouble } from '../../kit/Trouble'
import { useWire } from './queries'

type Line = Schemas['WireLine']

/** What is on the wire as it goes by, or what is in a capture that somebody has. */
export function OnTheWire({ onClose, mayAct }: { onClose: () => void; mayAct: boolean }) {
  const [stands, setStands] = useState(false)
  const [q, setQ] = useState('')
  const live = useWire(!stands)
  const opened = useMutation({
    mutationFn: async (file: File) => ({
      name: file.name,
      lines: await unwrap(
        client.POST('/api/lab/wire', {
          body: (await file.arrayBuffer()) as unknown as string,
          bodySerializer: (bytes: unknown) => bytes as ArrayBuffer,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    }),
  })
  const lines = (opened.data?.lines ?? live.data ?? []).filter((l) => fits(l, q))
  return (
    <Dialog title={opened.data ? `In ${opened.data.name}` : 'On the wire'} onClose={onClose} width="940px">
      <Flex gap="10px" align="center" wrap="wrap" mb="8px">
        <FilterEntry label="Filter lines" width="220px" value={q} onFilter={setQ} placeholder="Who, what" />
        {opened.data ? (
          <Act onClick={() => opened.reset()}>Back to the wire</Act>
        ) : (
          <Act aria-pressed={stands} onClick={() => setStands(!stands)}>
            {stands ? 'Go on' : 'Hold still'}
          </Act>
        )}
        {mayAct && (
          <chakra.label color="fjord" cursor="pointer" ml="auto">
            Open a capture…
            <chakra.input
              type="file"
              accept=".pcapng"
              srOnly
              onChange={(e) => {
                const file = e.target.files?.[0]
                if (file) opened.mutate(file)
                e.target.value = ''
              }}
            />
          </chakra.label>
        )}
      </Flex>
      <Trouble error={opened.error ?? live.error} />
      <Box height="420px" overflow="auto" tabIndex={0} aria-label="Lines" role="region">
        {lines.length === 0 ? (
          <Faded>{q ? 'Nothing of it fits.' : 'Nothing was sent in the last five minutes.'}</Faded>
        ) : (
          <Grid>
            <thead>
              <tr>
                <th>At</th>
                <th>From</th>
                <th>To</th>
                <th>What</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((l, i) => (
                <tr key={`${l.at}${i}`}>
                  <td>
                    <Mono>{time(l.at)}</Mono>
                  </td>
                  <td>{l.from}</td>
                  <td>{l.to}</td>
                  <chakra.td color={l.troubled ? 'rust' : 'ink'} overflowWrap="anywhere">
                    <Faded>{l.protocol}</Faded> {l.text}
                  </chakra.td>
                </tr>
              ))}
            </tbody>
          </Grid>
        )}
      </Box>
    </Dialog>
  )
}

const time = (at: string) => {
  const d = new Date(at)
  return `${d.toLocaleTimeString('en-GB')}.${String(d.getMilliseconds()).padStart(3, '0')}`
}

const fits = (l: Line, q: string) =>
  `${l.from} ${l.to} ${l.protocol} ${l.text}`.toLowerCase().includes(q.trim().toLowerCase())
