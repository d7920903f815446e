type Props = { rows: string[]; label: string; size?: number }

/** A QR code from its rows, 1 for dark; always dark on white, which cameras want. */
export function QrCode({ rows, label, size = 190 }: Props) {
  const width = rows[0]?.length ?? 1
  const quiet = 2
  return (
    <svg
      width={size}
      height={size}
      viewBox={`${-quiet} ${-quiet} ${width + 2 * quiet} ${rows.length + 2 * quiet}`}
      role="img"
      aria-label={label}
      shapeRendering="crispEdges"
      style={{ background: '#fff', flexShrink: 0 }}
    >
      {rows.flatMap((row, y) =>
        [...row].map((dot, x) =>
          dot === '1' ? <rect key={`${x},${y}`} x={x} y={y} width={1} height={1} /> : null,
        ),
      )}
    </svg>
  )
}
