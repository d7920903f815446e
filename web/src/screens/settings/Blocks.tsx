import { Box } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import type { Form } from '../../form/useForm'
import { Act, Entry, Grid, Heading } from '../../kit/basics'

type Props = { form: Form<Schemas['DomainForm']>; disabled: boolean }

/** A domain’s blocks of extensions. */
export function Blocks({ form, disabled }: Props) {
  return (
    <>
      <Box mt="16px">
        <Heading>Blocks of extensions</Heading>
      </Box>
      <Grid maxW="620px">
        <tbody>
          {form.values.blocks.map((b, i) => {
            const setBlock = (change: Partial<typeof b>) =>
              form.set({ blocks: form.values.blocks.map((o, j) => (j === i ? { ...o, ...change } : o)) })
            return (
              <tr key={i}>
                <td>
                  <Entry
                    aria-label={`Purpose of block ${i + 1}`}
                    width="100%"
                    disabled={disabled}
                    value={b.purpose ?? ''}
                    onChange={(e) => setBlock({ purpose: e.target.value })}
                  />
                </td>
                <td>
                  <Entry
                    aria-label={`First number of block ${i + 1}`}
                    type="number"
                    width="100px"
                    disabled={disabled}
                    value={b.first}
                    onChange={(e) => setBlock({ first: Number(e.target.value) })}
                  />
                </td>
                <td>
                  <Entry
                    aria-label={`Last number of block ${i + 1}`}
                    type="number"
                    width="100px"
                    disabled={disabled}
                    value={b.last}
                    onChange={(e) => setBlock({ last: Number(e.target.value) })}
                  />
                </td>
                <td>
                  {!disabled && (
                    <Act
                      kind="quiet"
                      aria-label={`Take block ${i + 1} out`}
                      onClick={() => form.set({ blocks: form.values.blocks.filter((_, j) => j !== i) })}
                    >
                      ✕
                    </Act>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </Grid>
      {form.problem?.fields
        .filter((f) => f.pointer.startsWith('/blocks'))
        .map((f, i) => (
          <Box key={i} color="rust" role="alert">
            {f.reason} {f.hint}
          </Box>
        ))}
      {!disabled && (
        <Act
          kind="quiet"
          mt="4px"
          onClick={() =>
            form.set({ blocks: [...form.values.blocks, { first: 3000, last: 3099, purpose: 'people' }] })
          }
        >
          Add a block
        </Act>
      )}
    </>
  )
}
