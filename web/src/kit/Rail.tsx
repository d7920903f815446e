import { railInWords } from './stops'

type Props = { rail: string; width?: number; height?: number }

const PAD = 6

/** The nine stops on a line: ticks passed, a ring where it waits, a cut line with a wedge where it is held. */
export function Rail({ rail, width = 132, height = 18 }: Props) {
  const y = height / 2
  const step = (width - 2 * PAD) / 8
  const carried = rail.startsWith('pppppppp')
  const base = carried ? 'var(--chakra-colors-moss)' : 'var(--chakra-colors-ink)'
  const states = [...rail]
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={railInWords(rail)}
      style={{ display: 'block', flexShrink: 0 }}
    >
      <title>{railInWords(rail)}</title>
      {states.slice(1).map((state, i) => (
        <Link key={i} state={state} from={PAD + i * step} to={PAD + (i + 1) * step} y={y} base={base} />
      ))}
      {states.map((state, i) => (
        <Mark key={i} state={state} x={PAD + i * step} y={y} base={base} />
      ))}
    </svg>
  )
}

type LinkProps = { state: string; from: number; to: number; y: number; base: string }

function Link({ state, from, to, y, base }: LinkProps) {
  const line = { y1: y, y2: y, strokeWidth: 1.5, style: { transition: 'stroke 300ms' } }
  switch (state) {
    case 'h':
      return <line x1={from} x2={from + (to - from) * 0.3} stroke={base} {...line} />
    case 'p':
    case '-':
      return <line x1={from} x2={to} stroke={base} {...line} />
    case 'w':
      return (
        <line x1={from} x2={to - 4} stroke="var(--chakra-colors-amber)" strokeDasharray="3 2" {...line} />
      )
    default:
      return <line x1={from} x2={to} stroke="var(--chakra-colors-slate)" strokeDasharray="1 3" {...line} />
  }
}

function Mark({ state, x, y, base }: { state: string; x: number; y: number; base: string }) {
  switch (state) {
    case 'p':
      return <line x1={x} x2={x} y1={y - 5} y2={y + 5} stroke={base} strokeWidth={2.5} />
    case 'w':
      return <circle cx={x} cy={y} r={4} fill="none" stroke="var(--chakra-colors-amber)" strokeWidth={2} />
    case 'h':
      return (
        <path
          d={`M${x - 6.5} ${y - 7}L${x + 5.5} ${y}L${x - 6.5} ${y + 7}Z`}
          fill="var(--chakra-colors-rust)"
        />
      )
    default:
      return null
  }
}
