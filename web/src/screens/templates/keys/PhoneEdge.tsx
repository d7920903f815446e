import { Box, Flex, VisuallyHidden, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../../api/client'
import { Act, Faded } from '../../../kit/basics'
import { keyWords } from './layout'

type Plan = Schemas['KeyPlanView']
type Props = {
  plan: Plan
  /** Positions of which the layer that is laid out speaks itself. */
  mine: Set<number>
  at: number
  onAt: (position: number) => void
  onMove: ((from: number, to: number) => void) | undefined
}

/** The phone from the front: its screen, the keys down both sides, and its sidecars beside it. */
export function PhoneEdge({ plan, mine, at, onAt, onMove }: Props) {
  const { bank } = plan
  const [page, setPage] = useState(1)
  const first = (page - 1) * bank.keys + 1
  const half = Math.ceil(bank.keys / 2)
  const keys = { plan, mine, at, onAt, onMove }
  const range = (from: number, count: number) => Array.from({ length: count }, (_, i) => from + i)
  return (
    <Flex gap="26px" align="start" wrap="wrap">
      {bank.keys > 0 && (
        <Box>
          <Flex bg="sheet" border="1.5px solid" borderColor="ink" borderRadius="10px" p="14px 8px" gap="10px">
            <Column {...keys} positions={range(first, half)} side="left" />
            <Flex
              direction="column"
              width={{ base: '70px', xl: '92px' }}
              bg="fjordBg"
              border="1px solid"
              borderColor="line"
              borderRadius="4px"
              align="center"
              justify="center"
              color="faded"
              fontSize="12px"
            >
              screen
              {bank.pages > 1 && (
                <span>
                  page {page} of {bank.pages}
                </span>
              )}
            </Flex>
            <Column {...keys} positions={range(first + half, bank.keys - half)} side="right" />
          </Flex>
          {bank.pages > 1 && (
            <Flex gap="6px" mt="8px" role="group" aria-label="Pages">
              {range(1, bank.pages).map((p) => (
                <Act
                  key={p}
                  kind={p === page ? 'main' : 'plain'}
                  aria-pressed={p === page}
                  onClick={() => setPage(p)}
                >
                  Page {p}
                </Act>
              ))}
            </Flex>
          )}
        </Box>
      )}
      {range(1, bank.sidecars).map((s) => (
        <Box key={s} bg="sheet" border="1.5px solid" borderColor="ink" borderRadius="10px" p="10px 8px">
          <Faded fontSize="12px">Sidecar {s}</Faded>
          <Column
            {...keys}
            positions={range(bank.keys * bank.pages + (s - 1) * bank.sidecarKeys + 1, bank.sidecarKeys)}
            side="left"
          />
        </Box>
      ))}
      {bank.size === 0 && <Faded>This model has no keys.</Faded>}
    </Flex>
  )
}

type ColumnProps = Props & { positions: number[]; side: 'left' | 'right' }

function Column({ positions, ...rest }: ColumnProps) {
  return (
    <Box display="grid" gap="4px" alignContent="start">
      {positions.map((position) => (
        <KeyButton key={position} position={position} {...rest} />
      ))}
    </Box>
  )
}

const Button = chakra('button', {
  base: {
    width: { base: '158px', xl: '172px' },
    minH: '38px',
    px: '8px',
    py: '2px',
    border: '1px solid',
    borderColor: 'line',
    borderRadius: '3px',
    bg: 'field',
    cursor: 'pointer',
    display: 'block',
    lineHeight: 1.2,
    '&[aria-pressed=true]': { borderColor: 'fjord', boxShadow: 'inset 0 0 0 1px var(--chakra-colors-fjord)' },
    '&[data-own=true]': { bg: 'fjordBg' },
  },
})

function KeyButton({
  position,
  plan,
  mine,
  at,
  onAt,
  onMove,
  side,
}: Omit<ColumnProps, 'positions'> & { position: number }) {
  const key = plan.placed.find((p) => p.position === position)
  const own = mine.has(position)
  return (
    <Button
      textAlign={side}
      aria-pressed={at === position}
      data-own={own}
      draggable={!!onMove && own}
      onDragStart={(e) => e.dataTransfer.setData('text/plain', `key ${position}`)}
      onDragOver={(e) => onMove && e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        const from = /^key (\d+)$/.exec(e.dataTransfer.getData('text/plain'))
        if (from && onMove) onMove(Number(from[1]), position)
      }}
      onClick={() => onAt(position)}
    >
      <VisuallyHidden>Key {key ? `${position}: ` : ''}</VisuallyHidden>
      {key ? (
        <>
          <chakra.b display="block" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {key.label}
          </chakra.b>{' '}
          <Faded fontSize="11.5px">
            {keyWords(key)} {!own && `· ${key.origin}`}
          </Faded>
        </>
      ) : (
        <Faded fontSize="12px">{own ? `${position}: the rule finds nobody` : position}</Faded>
      )}
      {!key && !own && <VisuallyHidden>: free</VisuallyHidden>}
    </Button>
  )
}
