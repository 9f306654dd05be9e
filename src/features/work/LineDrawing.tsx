import { useMemo } from 'react'
import { cornersOf, type LineSurvey } from '@/core/line'

/** The surveyed line as it lies, seen from above and a little from the side: enough to see a turn that is the wrong way round. */
export function LineDrawing({ survey }: { survey: LineSurvey }) {
  const points = useMemo(() => cornersOf(survey), [survey])
  const flat = points.map(([x, y, z]): [number, number] => [x + 0.35 * z, -y + 0.25 * z])
  const [xs, ys] = [flat.map(([x]) => x), flat.map(([, y]) => y)]
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys), 1e-6)
  const at = ([x, y]: [number, number]): [number, number] => [
    20 + (240 * (x - Math.min(...xs))) / size,
    20 + (150 * (y - Math.min(...ys))) / size,
  ]
  const drawn = flat.map(at)
  return (
    <svg viewBox="0 0 290 200" width="290" role="img" aria-label="The line as measured">
      <polyline
        points={drawn.map((point) => point.join()).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="6"
        strokeLinejoin="round"
      />
      {drawn.slice(1, -1).map(([x, y], k) => (
        <g key={k}>
          <circle cx={x} cy={y} r="10" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="2" />
          <text x={x} y={y + 5} textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--accent)">
            {k + 1}
          </text>
        </g>
      ))}
      <text x={drawn[0]![0]} y={drawn[0]![1] - 8} fontSize="14" fill="var(--ink)">
        first end
      </text>
    </svg>
  )
}
