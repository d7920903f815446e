import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { TickField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Choice, Faded, Grid, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import type { Sheet } from './queries'

type Props = { sheet: Sheet; file: Schemas['FileView'] }

/** How the letters of a file may be read, side by side, while nobody said which way is right. */
export function Readings({ readings }: { readings: Schemas['ReadingView'][] }) {
  const read = useChange(
    (encoding: string) => unwrap(client.PUT('/api/intake/sheet/encoding', { body: { encoding } })),
    undefined,
    'sheet',
  )
  if (readings.length === 0) return null
  return (
    <Box as="section" aria-label="How its letters are read" py="5px">
      <chakra.b color="amberText">
        The file doesn’t say how its letters are to be read. Which is right?
      </chakra.b>
      {readings.map((r) => (
        <Flex key={r.encoding} gap="8px" align="center" py="2px">
          <Act
            py="1px"
            px="8px"
            minW="110px"
            disabled={read.isPending}
            onClick={() => read.mutate(r.encoding)}
          >
            {r.encoding}
          </Act>
          <Mono>{r.sample}</Mono>
        </Flex>
      ))}
      <Faded>Cells of this file that you changed are read from it again.</Faded>
      <Trouble error={read.error} />
    </Box>
  )
}

/** How the file was read, and correcting it. */
export function FileStrip({ sheet, file }: Props) {
  const [open, setOpen] = useState(false)
  const heading = (field: string) => sheet.columns.find((c) => c.field === field)?.heading ?? field
  const out = leftOut(file)
  const read = file.fields.filter((f) => f !== '').map(heading)
  return (
    <Flex align="center" gap="8px" py="5px" borderBottom="1px solid" borderColor="hair" fontSize="12.5px">
      <span>
        <b>{file.name}</b>
        <Faded>
          {' '}
          · {file.encoding}, {file.delimiter} between cells, {file.headings ? 'with' : 'without'} headings ·
          read as {read.join(', ') || 'nothing'}
          {file.headings && file.above > 0 && ` · ${file.above} above the headings left out`}
        </Faded>
        {out.length > 0 && <chakra.span color="amberText"> · left out: {out.join('; ')}</chakra.span>}
      </span>
      <Act kind="quiet" ml="auto" onClick={() => setOpen(true)}>
        Correct the columns…
      </Act>
      {open && <Columns sheet={sheet} file={file} onClose={() => setOpen(false)} />}
    </Flex>
  )
}

function Columns({ sheet, file, onClose }: Props & { onClose: () => void }) {
  const width = Math.max(...file.sample.map((r) => r.length), file.fields.length)
  const form = useForm({
    what: `the columns of ${file.name}`,
    labels: { headings: 'The first row is headings' },
    known: {
      fields: Array.from({ length: width }, (_, i) => file.fields[i] ?? ''),
      headings: file.headings,
    },
    send: (body) => unwrap(client.PUT('/api/intake/sheet/mapping', { body })),
    kept: onClose,
    inTurn: 'sheet',
  })
  const { fields, headings } = form.values
  return (
    <FormDialog
      form={form}
      title={`The columns of ${file.name}`}
      main="Read the file so"
      onClose={onClose}
      width="980px"
      more={<Faded>Cells of this file that you changed are read from it again.</Faded>}
      fields={<TickField form={form} at="headings" />}
    >
      <Box overflow="auto">
        <Grid>
          <thead>
            <tr>
              {fields.map((field, i) => (
                <th key={i}>
                  <Choice
                    aria-label={`Column ${i + 1} is`}
                    value={field}
                    onChange={(e) =>
                      form.set({ fields: fields.map((f, j) => (j === i ? e.target.value : f)) })
                    }
                  >
                    <option value="">left out</option>
                    {sheet.columns
                      .filter((c) => c.field !== 'decision')
                      .map((c) => (
                        <option key={c.field} value={c.field}>
                          {c.heading}
                        </option>
                      ))}
                  </Choice>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {file.sample.map((row, r) => (
              <chakra.tr key={r} color={headings && r === 0 ? 'faded' : undefined}>
                {fields.map((field, i) => (
                  <chakra.td
                    key={i}
                    maxW="180px"
                    overflow="hidden"
                    textOverflow="ellipsis"
                    whiteSpace="nowrap"
                    opacity={field === '' ? 0.5 : 1}
                  >
                    {row[i]}
                  </chakra.td>
                ))}
              </chakra.tr>
            ))}
          </tbody>
        </Grid>
      </Box>
    </FormDialog>
  )
}

/** Each column that is left out, by its heading or its place, with the first values that stand in it. */
export function leftOut(file: Pick<Schemas['FileView'], 'headings' | 'fields' | 'sample'>): string[] {
  const width = Math.max(file.fields.length, ...file.sample.map((r) => r.length))
  return Array.from({ length: width }, (_, i) => i)
    .filter((i) => !file.fields[i])
    .map((i) => {
      const name = (file.headings && file.sample[0]?.[i]) || `column ${i + 1}`
      const values = file.sample
        .slice(file.headings ? 1 : 0)
        .map((r) => r[i] ?? '')
        .filter((cell) => cell !== '')
        .slice(0, 3)
      return `${name} (${values.join(', ') || 'empty'})`
    })
}
