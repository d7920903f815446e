import { Box, Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { clock } from '../../kit/Age'
import { placed } from '../../kit/placed'
import { Act, Faded, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Props = { device: Schemas['DeviceSheet']; mayAct: boolean }

/** Numbers that the phone registers and that are not on record for it: somebody typed them. */
export function ByHandLines({ device, mayAct }: Props) {
  const numbers = device.lines.map((l) => l.number)
  const keep = useChange((number: string) => {
    return unwrap(
      client.PUT('/api/devices/{id}/lines', {
        params: { path: { id: device.id } },
        body: {
          numbers: placed(numbers, number),
          version: device.version,
        },
      }),
    )
  })
  const alone = useChange((line: Schemas['ByHandLine']) => {
    const at = { params: { path: { id: device.id, number: line.number } } }
    return unwrap(
      line.leftAlone
        ? client.DELETE('/api/devices/{id}/by-hand-lines/{number}/left-alone', at)
        : client.POST('/api/devices/{id}/by-hand-lines/{number}/left-alone', at),
    )
  })
  return (
    <>
      {device.byHandLines.map((line) => (
        <Flex key={line.number} gap="8px" mt="6px" align="baseline" wrap="wrap">
          <Box>
            by hand <Mono>{line.number}</Mono>{' '}
            <Faded>
              registered at {line.node} until {clock(line.until)}
              {line.leftAlone ? ', left alone' : ', not on record for it'}
            </Faded>
          </Box>
          {mayAct && !line.leftAlone && numbers.length < device.modelLines && (
            <Act kind="quiet" disabled={keep.isPending} onClick={() => keep.mutate(line.number)}>
              Put it on record as line {placed(numbers, line.number).indexOf(line.number) + 1}
            </Act>
          )}
          {mayAct && (
            <Act kind="quiet" disabled={alone.isPending} onClick={() => alone.mutate(line)}>
              {line.leftAlone ? 'Tell it again' : 'Leave it alone'}
            </Act>
          )}
        </Flex>
      ))}
      <Trouble error={keep.error ?? alone.error} />
    </>
  )
}
