import type { Schemas } from '../../api/client'
import { chakra } from '@chakra-ui/react'
import { clock } from '../../kit/Age'
import { Faded, Grid, Mono } from '../../kit/basics'

const TONE: Record<string, string> = {
  registered: 'mossText',
  refused: 'rust',
  'not registered': 'slateText',
  unbound: 'rust',
}

export function Lines({ lines }: { lines: Schemas['LineView'][] }) {
  return (
    <Grid>
      <tbody>
        {lines.map((line) => (
          <tr key={line.position}>
            <chakra.td color="faded" width="60px">
              line {line.position}
            </chakra.td>
            <td>
              <Mono>{line.number || '–'}</Mono> <Faded>{line.displayName}</Faded>
            </td>
            <chakra.td color={TONE[line.state]}>
              {line.state}
              {line.until && (
                <Faded>
                  {' '}
                  at {line.node} until {clock(line.until)}
                </Faded>
              )}
            </chakra.td>
          </tr>
        ))}
      </tbody>
    </Grid>
  )
}
