import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { ChoiceField, LongField, TextField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Faded, Mono } from '../../kit/basics'
import { tellDone } from '../../kit/undo'
import { useKits } from './queries'

type Props = { domain: Schemas['DomainView']; from: number; count: number; onClose: () => void }

const LABELS = {
  from: 'From',
  count: 'How many',
  kitId: 'Kit (names are people’s); without one they are places’',
  names: 'Names, one in each line: paste a column',
} as const

type Wish = { from: string; count: number; names: string; kitId: number }

/** The names line by line; what is empty at the end is none. */
function namesOf(text: string): string[] {
  const names = text.split(/\r?\n|\t/).map((n) => n.trim())
  while (names.length > 0 && names[names.length - 1] === '') names.pop()
  return names
}

/** A run of new extensions, with names from the clipboard and what a kit gives. */
export function MakeRun({ domain, from, count, onClose }: Props) {
  const kits = useKits(domain.id).data ?? []
  const bodyOf = (wish: Wish) => ({
    domainId: domain.id,
    from: wish.from,
    count: wish.count,
    names: namesOf(wish.names),
    kitId: wish.kitId || undefined,
  })
  const form = useForm({
    what: 'a run of extensions',
    labels: LABELS,
    known: { from: String(from), count, names: '', kitId: 0 },
    send: (wish) => unwrap(client.POST('/api/number-map/runs', { body: bodyOf(wish) })),
    kept: (made) => {
      tellDone({ actId: made.actId, text: `Made ${made.extensions} extensions.` })
      onClose()
    },
  })
  const body = bodyOf(form.values)
  const laid = useQuery({
    queryKey: ['run', body],
    queryFn: () => unwrap(client.POST('/api/number-map/try/run', { body })),
  })
  const rows = laid.data?.rows ?? []
  const named = body.names.length
  return (
    <FormDialog
      form={form}
      title={
        rows.length > 0
          ? `${rows.length} extensions, ${rows[0]?.number}–${rows[rows.length - 1]?.number}`
          : 'A run of extensions'
      }
      main={`Make ${rows.length}`}
      ready={rows.length > 0 && !laid.data?.problem}
      onClose={onClose}
      width="620px"
      columns="1fr 1fr 2fr"
      error={laid.error}
      more={
        <>
          {named > 0 && named < rows.length && (
            <Faded>
              {named} have names, {rows.length - named} stay without
            </Faded>
          )}
          {named > rows.length && (
            <chakra.span color="amberText">{named - rows.length} names are left over</chakra.span>
          )}
        </>
      }
      fields={
        <>
          <TextField form={form} at="from" mono />
          <WholeField form={form} at="count" min={1} max={500} />
          <ChoiceField
            form={form}
            at="kitId"
            options={[[0, 'no kit'] as const, ...kits.map((k) => [k.id, k.name] as const)]}
          />
          <Box gridColumn="span 2">
            <LongField form={form} at="names" rows={9} />
          </Box>
          <Made rows={rows} passedOver={laid.data?.passedOver ?? []} />
        </>
      }
    >
      {laid.data?.problem && (
        <Box color="rust" mt="6px" role="alert">
          {laid.data.problem}
        </Box>
      )}
    </FormDialog>
  )
}

function Made({ rows, passedOver }: Pick<Schemas['RunView'], 'rows' | 'passedOver'>) {
  return (
    <Box minW="0">
      <Faded fontSize="12px">What is made</Faded>
      <Box maxH="200px" overflow="auto" border="1px solid" borderColor="line" px="8px" py="2px">
        {rows.map((r) => (
          <Box key={r.number}>
            <Mono>{r.number}</Mono> {r.name || <Faded>without a name</Faded>}
          </Box>
        ))}
      </Box>
      {passedOver.length > 0 && (
        <Box mt="4px" color="amberText" fontSize="12.5px">
          Passed over: {passedOver.map((s) => s.number).join(', ')}
        </Box>
      )}
    </Box>
  )
}
