import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Heading } from '../../kit/basics'
import type { Owner } from './owner'

type Props = {
  settings: Schemas['DeviceSettings']
  owner: Owner | undefined
  onChoose: (owner: Owner) => void
}

const Layer = chakra('button', {
  base: {
    display: 'block',
    position: 'relative',
    textAlign: 'left',
    width: '100%',
    py: '5px',
    cursor: 'pointer',
    overflowWrap: 'anywhere',
    _before: {
      content: '""',
      position: 'absolute',
      left: '-19px',
      top: '13px',
      width: '8px',
      height: '2px',
      bg: 'ink',
    },
    '&[aria-pressed=true]': { fontWeight: 700 },
    '&[aria-pressed=true]::before': { height: '8px', top: '10px', bg: 'fjord', transform: 'rotate(45deg)' },
  },
})

/** Where a value can come from, lowest first; the marked one is being edited. */
export function Layers({ settings, owner, onChoose }: Props) {
  return (
    <>
      <Heading mt="18px" mb="4px">
        Layers for {settings.label}
      </Heading>
      <Box borderLeft="2px solid" borderColor="ink" ml="4px" pl="14px">
        {settings.layers.map((l) => (
          <Layer
            key={l.layer + l.owner}
            aria-pressed={l.layer === owner?.layer && l.owner === owner.owner}
            onClick={() => onChoose(l)}
          >
            {l.layer === 'DEVICE' ? 'This device' : l.name} <Faded fontWeight={400}>{l.values || ''}</Faded>
          </Layer>
        ))}
      </Box>
      <Box color="faded" mt="6px" fontSize="12px">
        A later layer wins.
      </Box>
    </>
  )
}
