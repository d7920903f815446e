import { Box, Flex, chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Faded } from '../../kit/basics'
import { usePlots } from './queries'

type Piece = Schemas['Piece']

const MINUTES = 10

/** What goes on: registrations a second, what waits at nodes, what is lost, over the last ten minutes. */
export function Traffic() {
  const plots = usePlots().data
  if (!plots) return null
  const pieces = spread(plots)
  const seconds = plots.pieceSeconds
  const banned = plots.nodes.flatMap((n) => n.banned.map((address) => `${address} at ${n.host}`))
  return (
    <Flex gap="8px 22px" wrap="wrap" align="flex-end" mt="8px" aria-label="What goes on" role="group">
      <Plot
        name="REGISTER a second"
        values={pieces.map((p) => p.requests / seconds)}
        marked={pieces.map((p) => p.refused / seconds)}
        markedName="refused"
      />
      <Plot name="waiting at a node" values={pieces.map((p) => p.waiting)} />
      <Plot name="lost, in %" values={pieces.map((p) => (p.sent === 0 ? 0 : (100 * p.lost) / p.sent))} />
      {banned.length > 0 && (
        <chakra.span color="rust">
          Banned: {banned.slice(0, 3).join(', ')}
          {banned.length > 3 && ` and ${banned.length - 3} more`}
        </chakra.span>
      )}
    </Flex>
  )
}

/** A piece for each moment, also for those in which nothing went on. */
function spread(plots: Schemas['LabPlots']): Piece[] {
  const step = plots.pieceSeconds * 1_000
  const by = new Map(plots.pieces.map((p) => [Date.parse(p.from), p]))
  const last = Math.floor(Date.parse(plots.now) / step) * step
  return Array.from({ length: (MINUTES * 60_000) / step }, (_, i, n = (MINUTES * 60_000) / step) => {
    const at = last - (n - 1 - i) * step
    return by.get(at) ?? { from: '', requests: 0, accepted: 0, refused: 0, sent: 0, lost: 0, waiting: 0 }
  })
}

type PlotProps = { name: string; values: number[]; marked?: number[]; markedName?: string }

const WIDTH = 180
const HEIGHT = 30

function Plot({ name, values, marked, markedName }: PlotProps) {
  const most = Math.max(...values, 0.001)
  const now = values.at(-2) ?? 0 // the newest piece is not over yet
  const bar = WIDTH / values.length
  const told = `${name}: ${words(now)} now, at most ${words(most < 0.01 ? 0 : most)} in ten minutes`
  const rects = (list: number[], color: string) =>
    list.map((v, i) =>
      v === 0 ? null : (
        <rect
          key={`${color}${i}`}
          x={i * bar}
          width={bar * 0.8}
          y={HEIGHT - Math.max(1, (v / most) * HEIGHT)}
          height={Math.max(1, (v / most) * HEIGHT)}
          fill={`var(--chakra-colors-${color})`}
        />
      ),
    )
  return (
    <Box>
      <Box fontSize="12px">
        {name} <b>{words(now)}</b> <Faded>most {words(most < 0.01 ? 0 : most)}</Faded>
        {marked?.some((v) => v > 0) && <chakra.span color="rust"> ▪ {markedName}</chakra.span>}
      </Box>
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label={told}>
        <line x1="0" x2={WIDTH} y1={HEIGHT - 0.5} y2={HEIGHT - 0.5} stroke="var(--chakra-colors-line)" />
        {rects(values, 'slate')}
        {marked && rects(marked, 'rust')}
      </svg>
    </Box>
  )
}

const words = (v: number) => (v >= 10 || Number.isInteger(v) ? Math.round(v).toString() : v.toFixed(1))
