/**
 * A signal of millions of samples in bounded memory: buckets of equal time, each with the least and the
 * most in it and where they stood. When they are full they are joined two and two, so that any length
 * fits and no spike is ever lost.
 */
import type { Second } from '../shared'
import type { Series } from './series'

interface Bucket {
  low: number
  lowAt: Second
  high: number
  highAt: Second
  /** Something was lost in it. */
  gap: boolean
}

export class Extremes {
  private buckets: Bucket[] = []
  private widthS: Second
  count = 0

  /** Keeps between half of `most` and `most` buckets; `firstWidthS` is doubled as often as it takes. */
  constructor(
    private readonly most: number,
    firstWidthS: Second = 1e-4,
  ) {
    this.widthS = firstWidthS
  }

  /** Adds a sample; times do not fall. NaN is a gap. */
  add(seconds: Second, value: number): void {
    this.count += 1
    while (seconds >= this.widthS * this.most) this.halve()
    const at = Math.floor(seconds / this.widthS)
    while (this.buckets.length <= at)
      this.buckets.push({ low: Infinity, lowAt: 0, high: -Infinity, highAt: 0, gap: false })
    const bucket = this.buckets[at]!
    if (!Number.isFinite(value)) bucket.gap = true
    else {
      if (value < bucket.low) Object.assign(bucket, { low: value, lowAt: seconds })
      if (value > bucket.high) Object.assign(bucket, { high: value, highAt: seconds })
    }
  }

  private halve(): void {
    this.widthS *= 2
    this.buckets = Array.from({ length: Math.ceil(this.buckets.length / 2) }, (_, k) =>
      joined(this.buckets[2 * k]!, this.buckets[2 * k + 1]),
    )
  }

  /** What is drawn: both extremes of each bucket in the order in which they came, gaps as NaN. */
  series(): Series {
    const points = this.buckets.flatMap((bucket, k): [Second, number][] => {
      const gap: [Second, number][] = bucket.gap ? [[(k + 0.5) * this.widthS, NaN]] : []
      if (bucket.low === Infinity) return gap
      const both: [Second, number][] =
        bucket.lowAt === bucket.highAt
          ? [[bucket.lowAt, bucket.low]]
          : bucket.lowAt < bucket.highAt
            ? [
                [bucket.lowAt, bucket.low],
                [bucket.highAt, bucket.high],
              ]
            : [
                [bucket.highAt, bucket.high],
                [bucket.lowAt, bucket.low],
              ]
      return [...both, ...gap].sort((one, other) => one[0] - other[0])
    })
    return {
      seconds: Float64Array.from(points, (point) => point[0]),
      values: Float64Array.from(points, (point) => point[1]),
    }
  }
}

function joined(one: Bucket, other: Bucket | undefined): Bucket {
  if (!other) return one
  const low = other.low < one.low ? other : one
  const high = other.high > one.high ? other : one
  return { low: low.low, lowAt: low.lowAt, high: high.high, highAt: high.highAt, gap: one.gap || other.gap }
}

/** A signal with no more than about so many samples: both extremes of every stretch stay, and its gaps. */
export function thinned(series: Series, most: number): Series {
  const { seconds, values } = series
  if (seconds.length <= most) return series
  const from = seconds[0]!
  const buckets = Math.max(2, Math.floor(most / 2))
  const extremes = new Extremes(buckets, Math.max((seconds.at(-1)! - from) / (buckets - 1), 1e-9))
  for (let k = 0; k < seconds.length; k += 1) extremes.add(seconds[k]! - from, values[k]!)
  const few = extremes.series()
  return { seconds: few.seconds.map((at) => at + from), values: few.values }
}
