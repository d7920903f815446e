import { Box, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Mono } from '../../kit/basics'
import { STOPS } from '../../kit/stops'

type Count = Schemas['StopCount']

const WIDTH = 900
const HEIGHT = 44
const MARGIN = 50

/** How thick the band is, of all devices at the first stop and fewer at each that follows. */
const thickness = (reached: number, all: number) => (all === 0 ? 0 : 4 + 28 * (reached / all))

/** The fleet as one band along the path: it grows thinner where devices are held, and says how many are. */
export function PathPicture({ stops }: { stops: Count[] }) {
  const all = stops[0]?.reached ?? 0
  const x = (i: number) => MARGIN + (i * (WIDTH - 2 * MARGIN)) / 8
  const y = HEIGHT / 2
  const upper = stops.map((s, i) => `${x(i)},${y - thickness(s.reached, all) / 2}`)
  const lower = stops.map((s, i) => `${x(i)},${y + thickness(s.reached, all) / 2}`).reverse()
  return (
    <Box overflowX="auto" role="group" aria-label="The fleet on the path">
      <Box minW="640px" maxW="1000px">
        <Row
          stops={stops}
          of={(s) => (
            <Mono fontSize="17px" fontWeight={700}>
              {s.reached}
            </Mono>
          )}
          named
        />
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" aria-hidden style={{ display: 'block' }}>
          <polygon points={[...upper, ...lower].join(' ')} fill="var(--chakra-colors-moss-bg)" />
          {stops.map((s, i) => (
            <g key={s.stop}>
              <line
                x1={x(i)}
                x2={x(i)}
                y1={y - 16}
                y2={y + 16}
                stroke="var(--chakra-colors-moss)"
                strokeWidth={2.5}
              />
              {s.held > 0 && i > 0 && (
                <path
                  d={`M ${x(i) - 28} ${y - 7} L ${x(i) - 15} ${y} L ${x(i) - 28} ${y + 7} Z`}
                  fill="var(--chakra-colors-rust)"
                />
              )}
            </g>
          ))}
        </svg>
        <Row
          stops={stops}
          of={(s) =>
            s.held > 0 && (
              <chakra.span color="rust" fontWeight={600}>
                {s.held} held
              </chakra.span>
            )
          }
        />
      </Box>
    </Box>
  )
}

type RowProps = { stops: Count[]; of: (stop: Count) => React.ReactNode; named?: boolean }

/** One thing for each stop, beneath one another. */
function Row({ stops, of, named }: RowProps) {
  return (
    <Box display="grid" gridTemplateColumns="repeat(9, 1fr)" textAlign="center" minH="22px">
      {stops.map((s) => (
        <Box key={s.stop}>
          {named && (
            <Box color="faded" fontSize="12px">
              {STOPS.find(([stop]) => stop === s.stop)?.[1]}
            </Box>
          )}
          {of(s)}
        </Box>
      ))}
    </Box>
  )
}
