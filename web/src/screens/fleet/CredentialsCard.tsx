import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Copy } from '../../kit/Copy'
import { Dialog } from '../../kit/Dialog'
import { Shown } from '../../kit/Shown'
import { Faded, Grid, Mono } from '../../kit/basics'
import { RevealSecret } from '../roster/RevealSecret'
import { PrintCard } from './PrintCard'

type Props = { device: Schemas['DeviceSheet']; onClose: () => void }

/** What is typed into a phone that is set by hand, in the order of typing, and whether it has registered by now. */
export function CredentialsCard({ device, onClose }: Props) {
  const cards = useQuery({
    queryKey: ['device', device.id, 'card'],
    queryFn: () => unwrap(client.GET('/api/devices/{id}/card', { params: { path: { id: device.id } } })),
  })
  const [printed, setPrinted] = useState<Schemas['CardSecret'][]>([])
  // What was asked for to be printed is on the paper, and nowhere else afterwards.
  useEffect(() => {
    if (printed.length === 0) return
    const done = () => setPrinted([])
    window.addEventListener('afterprint', done)
    window.print()
    return () => window.removeEventListener('afterprint', done)
  }, [printed])
  return (
    <Dialog
      title={`Credentials card of ${device.label}`}
      onClose={onClose}
      width="640px"
      footer={<PrintCard device={device} onPrint={setPrinted} />}
    >
      <Shown query={cards} what="What is typed into it">
        {(all) => (
          <Box className="print-me">
            <chakra.h2
              display="none"
              _print={{ display: 'block' }}
              fontSize="20px"
              fontWeight={700}
              mb="14px"
            >
              {device.label} <Mono fontSize="14px">{device.mac}</Mono>
            </chakra.h2>
            {all.length === 0 && 'No line of it has an extension yet.'}
            {all.map((card) => (
              <Box key={card.line} mb="14px">
                <Flex justify="space-between" align="baseline" gap="10px" wrap="wrap">
                  <chakra.h3 fontWeight={700}>
                    Line {card.line}: {card.number}
                  </chakra.h3>
                  <Live line={device.lines.find((l) => l.position === card.line)} />
                </Flex>
                <Grid>
                  <tbody>
                    {card.rows.map((row) => (
                      <tr key={row.what}>
                        <chakra.th scope="row" fontWeight={400} textAlign="left" width="150px">
                          {row.what}
                        </chakra.th>
                        <td>
                          {row.what === 'Password' && printed.some((p) => p.line === card.line) ? (
                            <Mono fontSize="14px">{printed.find((p) => p.line === card.line)?.password}</Mono>
                          ) : row.what === 'Password' ? (
                            <RevealSecret extensionId={card.extensionId} secret="password" />
                          ) : (
                            <Flex gap="8px" align="baseline" wrap="wrap">
                              <Mono fontSize="14px">{row.value || '(empty)'}</Mono>
                              {row.value && <Copy text={row.value} label={row.what} />}
                              {row.hint && <Faded fontSize="12.5px">{row.hint}</Faded>}
                            </Flex>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </Grid>
              </Box>
            ))}
          </Box>
        )}
      </Shown>
    </Dialog>
  )
}

function Live({ line }: { line: Schemas['LineView'] | undefined }) {
  const registered = line?.state === 'registered'
  return (
    <chakra.span
      role="status"
      _print={{ display: 'none' }}
      color={registered ? 'mossText' : 'amberText'}
      fontWeight={600}
    >
      {registered
        ? `registered at ${line.node}`
        : line?.state === 'refused'
          ? 'refused: see its sheet'
          : 'waiting for its first registration'}
    </chakra.span>
  )
}
