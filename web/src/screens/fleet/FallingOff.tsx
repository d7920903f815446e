import { Box, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Act, Faded } from '../../kit/basics'
import { Shown } from '../../kit/Shown'

type Props = { deviceId: number; slot: number; label: string }

/** “Which?”: the names for which a device’s model has no room, once somebody asks for them. */
export function FallingOff({ deviceId, slot, label }: Props) {
  const [open, setOpen] = useState(false)
  const left = useQuery({
    queryKey: ['phonebooks', 'left', deviceId, slot],
    enabled: open,
    queryFn: () =>
      unwrap(
        client.GET('/api/devices/{deviceId}/phonebooks/{slot}/left', {
          params: { path: { deviceId, slot } },
        }),
      ),
  })
  return (
    <>
      {' '}
      <Act
        kind="quiet"
        aria-expanded={open}
        aria-label={`Which names don’t fit on ${label}`}
        onClick={() => setOpen(!open)}
      >
        {open ? 'Hide them' : 'Which?'}
      </Act>
      {open && (
        <Shown query={left} what="The names that don’t fit">
          {({ names, more }) => (
            <Box color="ink" whiteSpace="normal" role="region" aria-label="Names that don’t fit">
              {names.map((name, i) => (
                <chakra.span key={i}>
                  {i > 0 && ' · '}
                  {name}
                </chakra.span>
              ))}
              {more > 0 && <Faded> and {more.toLocaleString('en')} more</Faded>}
            </Box>
          )}
        </Shown>
      )}
    </>
  )
}
