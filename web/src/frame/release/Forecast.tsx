import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded } from '../../kit/basics'

type Props = { forecast: Schemas['Forecast'] }

const Row = chakra('tr', {
  base: {
    borderBottom: '1px solid',
    borderColor: 'hair',
    verticalAlign: 'baseline',
    '& th': { textAlign: 'left', fontWeight: 600, py: '4px', pr: '10px', width: '50%' },
  },
})

const count = (n: number, one: string, many: string) => `${n.toLocaleString('en')} ${n === 1 ? one : many}`

/** How many change, restart or have a call up, what the registrars will have to take, and what models leave out. */
export function Forecast({ forecast: f }: Props) {
  return (
    <>
      <chakra.table width="100%" mt="4px">
        <tbody>
          <Row>
            <th>{count(f.changing, 'configuration changes', 'configurations change')}</th>
            <td>
              <Faded>
                {[
                  f.first > 0 && `${f.first.toLocaleString('en')} for the first time`,
                  f.unchanged > 0 &&
                    `${f.unchanged.toLocaleString('en')} stay as they are and are sent nothing`,
                ]
                  .filter(Boolean)
                  .join('; ')}
              </Faded>
            </td>
          </Row>
          <Row>
            <th>{count(f.restarting.count, 'must restart', 'must restart')}</th>
            <td>
              <Faded>{f.restarting.labels.slice(0, 4).join(', ') || 'the others take it as they run'}</Faded>
            </td>
          </Row>
          <Row>
            <th>
              <chakra.span color={f.inCall.count > 0 ? 'amberText' : undefined}>
                {count(f.inCall.count, 'has a call up', 'have a call up')}
              </chakra.span>
            </th>
            <td>
              <Faded>
                {f.inCall.labels.slice(0, 4).join(', ')}
                {f.inCall.count > 0 && '; a restart waits for its end'}
              </Faded>
            </td>
          </Row>
          <Row>
            <th>Registrations per second</th>
            <td>
              {f.loadBefore} → <b>{f.loadAfter}</b> <Faded>· {f.powerCut} after a power cut</Faded>
            </td>
          </Row>
        </tbody>
      </chakra.table>
      {f.waiting.count > 0 && (
        <Note>
          {f.waiting.labels.slice(0, 3).join(', ')} {f.waiting.count === 1 ? 'waits' : 'wait'} in a wave of
          another release.
        </Note>
      )}
      {f.obstacles.map((o) => (
        <Note key={o.deviceId} grave>
          {o.label}: {o.why}
        </Note>
      ))}
      {f.overwritten.map((o) => (
        <Note key={o.change}>
          {o.change} on {o.devices.labels.slice(0, 3).join(', ')}
          {o.devices.count > 3 && ` and ${o.devices.count - 3} more`}: put it on record first to keep it.
        </Note>
      ))}
      {f.unfit.map((u) => (
        <Note key={u.change}>
          {u.change}, on {u.devices.labels.slice(0, 3).join(', ')}
          {u.devices.count > 3 && ` and ${u.devices.count - 3} more`}: give{' '}
          {u.devices.count === 1 ? 'it' : 'them'} another first, or release all the same.
        </Note>
      ))}
      {f.changes.length > 0 && (
        <Box mt="8px">
          {f.changes.slice(0, 6).map((c) => (
            <Box key={c.change} py="1px" overflowWrap="anywhere">
              {c.change} <Faded>· {count(c.devices.count, 'device', 'devices')}</Faded>
            </Box>
          ))}
          {f.changes.length > 6 && (
            <Faded>and {count(f.changes.length - 6, 'more change', 'more changes')}</Faded>
          )}
        </Box>
      )}
      {f.leftOut.map((l) => (
        <Note key={l.change}>
          {l.change} <Faded>{l.devices.labels.slice(0, 3).join(', ')}</Faded>
        </Note>
      ))}
    </>
  )
}

function Note({ grave, children }: { grave?: boolean; children: React.ReactNode }) {
  return (
    <chakra.p mt="6px" color={grave ? 'rust' : 'amberText'}>
      ◇ {children}
    </chakra.p>
  )
}
