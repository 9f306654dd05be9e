/** The life of a vehicle on one line: what is touched together stands together, nothing leaves its room. */
import type { LifeKind, LifePoint } from '@/core/memory'

/** Rows of the line, from the top. */
export const LIFE_ROWS = ['jobs', 'renewed', 'put off', 'changed'] as const
export type LifeRow = (typeof LIFE_ROWS)[number]

export interface LifeMark {
  key: string
  row: LifeRow
  from: number
  to: number
  x: number
  width: number
  jobId: string | null
  points: LifePoint[]
}

const DAY_MS = 86_400_000
const ROW_OF: Partial<Record<LifeKind, LifeRow>> = {
  repaired: 'renewed',
  'put off': 'put off',
  changed: 'changed',
  figure: 'changed',
  modified: 'changed',
  'taken in': 'changed',
}

/** What belongs together: a job with all that was read in it, and in each other row what happened on one day. */
export function marksOf(points: readonly LifePoint[], now: number): Omit<LifeMark, 'x' | 'width'>[] {
  const marks = new Map<string, Omit<LifeMark, 'x' | 'width'>>()
  const into = (key: string, row: LifeRow, point: LifePoint) => {
    const mark = marks.get(key) ?? {
      key,
      row,
      from: point.at,
      to: point.at,
      jobId: point.jobId,
      points: [],
    }
    mark.points.push(point)
    mark.from = Math.min(mark.from, point.at)
    mark.to = Math.max(mark.to, point.at)
    marks.set(key, mark)
  }
  for (const point of points) {
    const row = ROW_OF[point.kind]
    if (point.jobId) into(`job ${point.jobId}`, 'jobs', point)
    if (row) into(`${row} ${Math.floor(point.at / DAY_MS)} ${point.jobId ?? ''}`, row, point)
  }
  for (const mark of marks.values())
    if (mark.row === 'jobs' && mark.points.every(({ kind }) => kind !== 'signed')) mark.to = now
  return [...marks.values()].sort((one, other) => one.from - other.from)
}

/** Marks at their places between two edges; those that lie closer than a finger are moved apart as far as there is room. */
export function placed(
  marks: readonly Omit<LifeMark, 'x' | 'width'>[],
  [left, right]: [number, number],
  now: number,
  leastPx: number,
): LifeMark[] {
  const first = Math.min(now - DAY_MS, ...marks.map(({ from }) => from))
  const scale = (at: number) => left + ((at - first) / (now - first)) * (right - left - leastPx)
  return LIFE_ROWS.flatMap((row) => {
    const own = marks.filter((mark) => mark.row === row)
    const least = Math.min(leastPx, (right - left) / Math.max(1, own.length))
    const xs = own.map(({ from }) => scale(from))
    for (let k = 1; k < xs.length; k += 1) xs[k] = Math.max(xs[k]!, xs[k - 1]! + least)
    for (let k = xs.length - 1; k >= 0; k -= 1)
      xs[k] = Math.min(xs[k]!, k === xs.length - 1 ? right - least : xs[k + 1]! - least)
    return own.map((mark, k): LifeMark => {
      const room = (k + 1 < xs.length ? xs[k + 1]! : right) - xs[k]!
      return { ...mark, x: xs[k]!, width: Math.max(least, Math.min(room, scale(mark.to) - scale(mark.from))) }
    })
  })
}

/** Years, or months where the life is short: words with room between them. */
export function yearTicks(
  first: number,
  now: number,
  [left, right]: [number, number],
): { x: number; text: string }[] {
  const span = Math.max(DAY_MS, now - first)
  const perMonth = ((right - left) / span) * 30.4 * DAY_MS
  const step = [1, 3, 6, 12, 24, 60, 120].find((months) => months * perMonth >= 84) ?? 240
  const begin = new Date(first)
  const ticks: { x: number; text: string }[] = []
  for (
    let month = step >= 12 ? 0 : begin.getMonth() - (begin.getMonth() % step);
    ticks.length < 40;
    month += step
  ) {
    const at = new Date(begin.getFullYear(), month, 1)
    if (at.getTime() > now) break
    if (at.getTime() < first) continue
    ticks.push({
      x: left + ((at.getTime() - first) / span) * (right - left),
      text: at.toLocaleDateString(
        'en-GB',
        step >= 12 ? { year: 'numeric' } : { month: 'short', year: 'numeric' },
      ),
    })
  }
  return ticks
}
