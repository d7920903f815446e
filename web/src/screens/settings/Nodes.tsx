import { Box } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import type { Form } from '../../form/useForm'
import { Act, Entry, Grid, Heading } from '../../kit/basics'

type Props = { form: Form<Schemas['DomainForm']>; disabled: boolean }

/** A domain’s registrar nodes. */
export function Nodes({ form, disabled }: Props) {
  return (
    <>
      <Box mt="16px">
        <Heading>Registrar nodes, in order of preference</Heading>
      </Box>
      <Grid>
        <thead>
          <tr>
            <th>Name</th>
            <th>Host</th>
            <th>Address</th>
            <th>Port</th>
            <th>Priority</th>
            <th>Weight</th>
            <th aria-label="Take out" />
          </tr>
        </thead>
        <tbody>
          {form.values.nodes.map((n, i) => {
            const setNode = (change: Partial<typeof n>) =>
              form.set({ nodes: form.values.nodes.map((o, j) => (j === i ? { ...o, ...change } : o)) })
            const entry = (field: 'name' | 'host' | 'address', width: string) => (
              <Entry
                aria-label={`${field} of node ${i + 1}`}
                fontFamily="mono"
                width={width}
                disabled={disabled}
                value={n[field] ?? ''}
                onChange={(e) => setNode({ [field]: e.target.value })}
              />
            )
            const number = (field: 'port' | 'priority' | 'weight') => (
              <Entry
                aria-label={`${field} of node ${i + 1}`}
                type="number"
                width="76px"
                disabled={disabled}
                value={n[field]}
                onChange={(e) => setNode({ [field]: Number(e.target.value) })}
              />
            )
            return (
              <tr key={i}>
                <td>{entry('name', '90px')}</td>
                <td>{entry('host', '100%')}</td>
                <td>{entry('address', '120px')}</td>
                <td>{number('port')}</td>
                <td>{number('priority')}</td>
                <td>{number('weight')}</td>
                <td>
                  {!disabled && (
                    <Act
                      kind="quiet"
                      aria-label={`Take node ${i + 1} out`}
                      onClick={() => form.set({ nodes: form.values.nodes.filter((_, j) => j !== i) })}
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
      {!disabled && (
        <Act
          kind="quiet"
          mt="4px"
          onClick={() =>
            form.set({
              nodes: [
                ...form.values.nodes,
                { name: '', host: '', address: '', port: 5060, priority: 30, weight: 1 },
              ],
            })
          }
        >
          Add a node
        </Act>
      )}
      {form.problem?.fields
        .filter((f) => f.pointer.startsWith('/nodes'))
        .map((f, i) => (
          <Box key={i} color="rust" role="alert">
            {f.reason} {f.hint}
          </Box>
        ))}
    </>
  )
}
