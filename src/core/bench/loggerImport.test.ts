/** A logger file on its way in: every sample while there is room, the extremes after that, and a stretch in full. */
import { describe, expect, it } from 'vitest'
import {
  LoggerImport,
  averaged,
  channelId,
  quantityOf,
  shapeOf,
  thinned,
  type ColumnMapping,
  type LoggerOrder,
  type LoggerShape,
} from '.'

const shapeFor = (rows: string[]): LoggerShape => {
  const answer = shapeOf(rows.join('\n'))
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}
const COLUMNS: ColumnMapping[] = [
  { column: 1, channel: 'rail', unit: 'kPa', quantity: 'pressure', accuracy: { relative: 0, absolute: 4 } },
]
const order = (rest: Partial<LoggerOrder> = {}): LoggerOrder => ({
  shape: shapeFor(['t;p', ...Array.from({ length: 10 }, (_, k) => `${k};${k}`)]),
  columns: COLUMNS,
  rowsPerS: 1,
  stretch: null,
  ...rest,
})
const fill = (into: LoggerImport, count: number, of: (k: number) => number) => {
  for (let k = 0; k < count; k += 1) into.row([String(k / 100), String(of(k))], k + 2)
  return into.recording()
}

describe('a logger file on its way in', () => {
  it('keeps every sample while there is room', () => {
    const { signals, thinned: few, rows } = fill(new LoggerImport(order()), 10_000, (k) => 300 + (k % 7))
    expect([few, rows, signals[0]!.series.values.length]).toEqual([false, 10_000, 10_000])
    expect(signals[0]!.series.values[8]).toBe(301e3)
  })
  it('keeps the extremes once there is none, and a stretch of it in full', () => {
    const spike = (k: number) => (k === 43_210 ? 620 : k === 77_777 ? 12 : 300)
    const long = fill(new LoggerImport(order(), 50_000), 100_000, spike)
    expect(long.thinned).toBe(true)
    expect(long.rows).toBe(100_000)
    expect(long.signals[0]!.series.values.length).toBeLessThanOrEqual(60_000)
    expect(Math.max(...long.signals[0]!.series.values)).toBe(620e3)
    expect(Math.min(...long.signals[0]!.series.values)).toBe(12e3)
    const stretch = fill(new LoggerImport(order({ stretch: { from: 432, to: 433 } }), 50_000), 100_000, spike)
    expect(stretch.thinned).toBe(false)
    expect(stretch.signals[0]!.series.values.length).toBe(101)
    expect(stretch.signals[0]!.series.seconds[0]).toBe(432)
  })
  it('what is drawn of a long signal has its extremes and its gaps', () => {
    const values = Float64Array.from({ length: 50_000 }, (_, k) =>
      k === 31_313 ? 99 : k > 20_000 && k < 20_400 ? NaN : Math.sin(k / 900),
    )
    const few = thinned({ seconds: values.map((_, k) => 5 + k / 10), values }, 1000)
    expect(few.values.length).toBeLessThan(1600)
    expect(Math.max(...[...few.values].filter(Number.isFinite))).toBe(99)
    expect([...few.values].some(Number.isNaN)).toBe(true)
    expect(few.seconds[0]).toBeGreaterThanOrEqual(5)
  })
  it('what is judged of it has its means, and what was lost stays lost', () => {
    const values = Float64Array.from({ length: 40_000 }, (_, k) =>
      k >= 8000 && k < 16_000 ? NaN : 10 + (k % 2 ? 1 : -1),
    )
    const few = averaged({ seconds: values.map((_, k) => k / 10), values }, 5000)
    expect(few.values.length).toBe(5000)
    expect(few.values[0]).toBe(10)
    expect([...few.values].filter(Number.isNaN).length).toBe(1000)
  })
  it('names channels by what they measure, each once', () => {
    expect(quantityOf('bar')).toBe('pressure')
    expect(quantityOf('%')).toBe('position')
    expect(quantityOf('rpm')).toBeNull()
    expect(channelId('pressure', 'Rail', [])).toBe('rail')
    expect(channelId('pressure', 'Vacuum before pump', ['rail'])).toBe('suction')
    expect(channelId('pressure', 'third', ['rail', 'second'])).toBe('pressure-3')
  })
})
