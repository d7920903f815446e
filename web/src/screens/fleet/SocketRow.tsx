import { Box, Flex, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded, Mono } from '../../kit/basics'

type Props = { lines: Schemas['LineView'][]; sockets: number; onBind: (() => void) | undefined }

const TONE: Record<string, string> = {
  registered: 'moss',
  refused: 'rust',
  'not registered': 'slate',
  unbound: 'rust',
  empty: 'line',
}

/** An adapter's analogue sockets in a row, as they sit on its back. */
export function SocketRow({ lines, sockets, onBind }: Props) {
  return (
    <Flex gap="6px" wrap="wrap" mt="6px" p="8px" border="1px solid" borderColor="line" bg="paper" role="list">
      {Array.from({ length: sockets }, (_, i) => {
        const line = lines.find((l) => l.position === i + 1)
        const state = line?.state ?? 'empty'
        return (
          <chakra.button
            key={i}
            role="listitem"
            type="button"
            title={`Socket ${i + 1}: ${line?.number ? `${line.number} ${line.displayName}, ${state}` : state}`}
            width="86px"
            textAlign="left"
            border="1px solid"
            borderColor="line"
            bg="sheet"
            px="6px"
            py="4px"
            cursor={onBind ? 'pointer' : 'default'}
            onClick={onBind}
          >
            <Flex align="center" gap="6px">
              <Faded fontSize="11px">{i + 1}</Faded>
              <Box
                width="12px"
                height="9px"
                border="2px solid"
                borderColor={TONE[state]}
                borderBottomWidth="4px"
              />
              <Mono fontWeight={700}>{line?.number || '–'}</Mono>
            </Flex>
            <Box fontSize="11.5px" color="faded" truncate>
              {line?.displayName || 'empty'}
            </Box>
          </chakra.button>
        )
      })}
    </Flex>
  )
}
