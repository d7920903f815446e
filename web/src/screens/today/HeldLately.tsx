import { Box } from '@chakra-ui/react'
import { Area, AreaChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import type { Schemas } from '../../api/client'
import { Heading } from '../../kit/basics'

const hour = (at: string) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })

type Props = { moments: Schemas['Moment'][]; lookedAt: string | undefined }

/** How many devices a finding held, over the last hours; the keyboard walks along it. */
export function HeldLately({ moments, lookedAt }: Props) {
  const points = moments.map((m) => ({ at: Date.parse(m.at), held: m.held }))
  const most = Math.max(...points.map((p) => p.held), 0)
  const now = points.at(-1)?.held ?? 0
  const begin = points[0]?.at ?? 0
  const looked = lookedAt === undefined ? 0 : Date.parse(lookedAt)
  return (
    <Box
      as="figure"
      aria-label={`Devices held: ${now} now, at most ${most} since ${begin > 0 ? hour(new Date(begin).toISOString()) : ''}`}
    >
      <Heading as="figcaption">Held, up to now</Heading>
      <Box h="120px" mt="4px" fontSize="11px">
        <ResponsiveContainer>
          <AreaChart data={points} margin={{ top: 8, right: 6, bottom: 0, left: 0 }} accessibilityLayer>
            <XAxis
              dataKey="at"
              type="number"
              domain={['dataMin', 'dataMax']}
              tickFormatter={(at: number) => hour(new Date(at).toISOString())}
              tickCount={4}
              stroke="var(--chakra-colors-faded)"
            />
            <YAxis width={28} allowDecimals={false} stroke="var(--chakra-colors-faded)" />
            <Tooltip
              labelFormatter={(at) => hour(new Date(Number(at)).toISOString())}
              formatter={(held) => [`${String(held)} devices`, 'held']}
              contentStyle={{
                background: 'var(--chakra-colors-sheet)',
                border: '1px solid var(--chakra-colors-line)',
              }}
            />
            {looked > begin && (
              <ReferenceLine
                x={looked}
                stroke="var(--chakra-colors-fjord)"
                strokeDasharray="2 3"
                label={{
                  value: 'you looked',
                  position:
                    looked > (begin + (points.at(-1)?.at ?? 0)) / 2 ? 'insideTopRight' : 'insideTopLeft',
                  fill: 'var(--chakra-colors-fjord)',
                }}
              />
            )}
            <Area
              dataKey="held"
              type="stepAfter"
              isAnimationActive={false}
              stroke="var(--chakra-colors-rust)"
              strokeWidth={2}
              fill="var(--chakra-colors-rust-bg)"
            />
          </AreaChart>
        </ResponsiveContainer>
      </Box>
    </Box>
  )
}
