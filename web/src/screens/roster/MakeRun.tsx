import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry, Faded, LongEntry, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { useKits } from './queries'

type Props = { domain: Schemas['DomainView']; from: number; count: number; onClose: () => void }

/** A run of new extensions, with names from the clipboard and what a kit gives. */
export function MakeRun({ domain, from, count, onClose }: Props) {
  const [wish, setWish] = useState({ from: String(from), count, names: '', kitId: 0 })
  const kits = useKits(domain.id).data ?? []
  const names = wish.names.split(/\r?\n|\t/).map((n) => n.trim())
  while (names.length > 0 && names[names.length - 1] === '') names.pop()
  const body = {
    domainId: domain.id,
    from: wish.from,
    count: wish.count,
    names,
    kitId: wish.kitId || undefined,
  }
  const laid = useQuery({
    queryKey: ['run', body],
    queryFn: () => unwrap(client.POST('/api/number-map/try/run', { body })),
  })
  const make = useChange(
    () => unwrap(client.POST('/api/number-map/runs', { body })),
    (made) => {
      tellDone({ actId: made.actId, text: `Made ${made.extensions} extensions.` })
      onClose()
    },
  )
  const rows = laid.data?.rows ?? []
  const problem = asProblem(make.error)
  const last = rows[rows.length - 1]?.number
  return (
    <Dialog
      title={
        rows.length > 0 ? `${rows.length} extensions, ${rows[0]?.number}–${last}` : 'A run of extensions'
      }
      onClose={onClose}
      width="620px"
      footer={
        <>
          <Act
            kind="main"
            disabled={make.isPending || rows.length === 0 || !!laid.data?.problem}
            onClick={() => make.mutate(undefined)}
          >
            Make {rows.length}
          </Act>
          {names.length > 0 && names.length < rows.length && (
            <Faded>
              {names.length} have names, {rows.length - names.length} stay without
            </Faded>
          )}
          {names.length > rows.length && (
            <chakra.span color="amberText">{names.length - rows.length} names are left over</chakra.span>
          )}
        </>
      }
    >
      <Box display="grid" gridTemplateColumns="1fr 1fr 2fr" gap="10px">
        <Field label="From" problem={problem?.at('/from')}>
          <Entry
            fontFamily="mono"
            width="100%"
            value={wish.from}
            onChange={(e) => setWish({ ...wish, from: e.target.value })}
          />
        </Field>
        <Field label="How many" problem={problem?.at('/count')}>
          <Entry
            type="number"
            min={1}
            max={500}
            width="100%"
            value={wish.count}
            onChange={(e) => setWish({ ...wish, count: Number(e.target.value) })}
          />
        </Field>
        <Field label="Kit (names are people’s); without one they are places’">
          <Choice
            width="100%"
            value={wish.kitId}
            onChange={(e) => setWish({ ...wish, kitId: Number(e.target.value) })}
          >
            <option value={0}>no kit</option>
            {kits.map((k) => (
              <option key={k.id} value={k.id}>
                {k.name}
              </option>
            ))}
          </Choice>
        </Field>
      </Box>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="14px" mt="10px">
        <Field label="Names, one in each line: paste a column">
          <LongEntry
            rows={9}
            width="100%"
            value={wish.names}
            onChange={(e) => setWish({ ...wish, names: e.target.value })}
          />
        </Field>
        <Box>
          <Faded fontSize="12px">What is made</Faded>
          <Box maxH="200px" overflow="auto" border="1px solid" borderColor="line" px="8px" py="2px">
            {rows.map((r) => (
              <Box key={r.number}>
                <Mono>{r.number}</Mono> {r.name || <Faded>without a name</Faded>}
              </Box>
            ))}
          </Box>
          {(laid.data?.passedOver ?? []).length > 0 && (
            <Box mt="4px" color="amberText" fontSize="12.5px">
              Passed over: {laid.data?.passedOver.map((s) => s.number).join(', ')}
            </Box>
          )}
        </Box>
      </Box>
      {laid.data?.problem && (
        <Box color="rust" mt="6px" role="alert">
          {laid.data.problem}
        </Box>
      )}
      <Trouble error={make.error ?? laid.error} shownAt={['/from', '/count']} />
    </Dialog>
  )
}
