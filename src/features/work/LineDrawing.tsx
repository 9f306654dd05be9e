import { useMemo } from 'react'
import type { LineSurvey } from '@/core/procedure'

/** The surveyed line as it lies, seen from above and a little from the side: enough to see a turn that is the wrong way round. */
export function LineDrawing({ survey }: { survey: LineSurvey }) {
  const points = useMemo(() => corners(survey), [survey])
  const flat = points.map(([x, y, z]): [number, number] => [x + 0.35 * z, -y + 0.25 * z])
  const [xs, ys] = [flat.map(([x]) => x), flat.map(([, y]) => y)]
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys), 1e-6)
  const at = ([x, y]: [number, number]): [number, number] => [20 + (240 * (x - Math.min(...xs))) / size, 20 + (150 * (y - Math.min(...ys))) / size]
  const drawn = flat.map(at)
  return (
    <svg viewBox="0 0 290 200" width="290" role="img" aria-label="The line as measured">
      <polyline points={drawn.map((point) => point.join()).join(' ')} fill="none" stroke="var(--ink)" strokeWidth="6" strokeLinejoin="round" />
      {drawn.slice(1, -1).map(([x, y], k) => <g key={k}><circle cx={x} cy={y} r="10" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="2" /><text x={x} y={y + 5} textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--accent)">{k + 1}</text></g>)}
      <text x={drawn[0]![0]} y={drawn[0]![1] - 8} fontSize="14" fill="var(--ink)">first end</text>
    </svg>
  )
}

type Point = [number, number, number]
const plus = (one: Point, other: Point, by: number): Point => [one[0] + by * other[0], one[1] + by * other[1], one[2] + by * other[2]]
const cross = (a: Point, b: Point): Point => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]

function corners({ legs }: LineSurvey): Point[] {
  const points: Point[] = [[0, 0, 0]]
  let [along, toward]: [Point, Point] = [[1, 0, 0], [0, 1, 0]]
  for (const { lengthM, bendRad, twistRad } of legs) {
    points.push(plus(points.at(-1)!, along, Number.isFinite(lengthM) ? lengthM : 0))
    if (bendRad === null || !Number.isFinite(bendRad)) continue
    const turned = plus([Math.cos(twistRad) * toward[0], Math.cos(twistRad) * toward[1], Math.cos(twistRad) * toward[2]], cross(along, toward), Math.sin(twistRad))
    const next = plus([Math.cos(bendRad) * along[0], Math.cos(bendRad) * along[1], Math.cos(bendRad) * along[2]], turned, Math.sin(bendRad))
    toward = plus([Math.cos(bendRad) * turned[0], Math.cos(bendRad) * turned[1], Math.cos(bendRad) * turned[2]], along, -Math.sin(bendRad))
    along = next
  }
  return points
}
