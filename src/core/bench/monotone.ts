/** Curves that only rise or only fall: the closest one to scattered points, and a smooth one through a table that never overshoots (EQ21). */
export interface Curve {
  x: Float64Array
  y: Float64Array
}

/** Least-squares fit that never falls (pool adjacent violators), each point with its weight. */
export function risingFit(y: ArrayLike<number>, weight?: ArrayLike<number>): Float64Array {
  const blocks: { sum: number; weight: number; count: number }[] = []
  for (let k = 0; k < y.length; k += 1) {
    const w = weight?.[k] ?? 1
    blocks.push({ sum: w * y[k]!, weight: w, count: 1 })
    while (
      blocks.length > 1 &&
      blocks.at(-2)!.sum / blocks.at(-2)!.weight > blocks.at(-1)!.sum / blocks.at(-1)!.weight
    ) {
      const last = blocks.pop()!
      const into = blocks.at(-1)!
      into.sum += last.sum
      into.weight += last.weight
      into.count += last.count
    }
  }
  return Float64Array.from(
    blocks.flatMap((block) => Array.from({ length: block.count }, () => block.sum / block.weight)),
  )
}

/** The fit in the direction that leaves less scatter. */
export function monotoneFit(y: ArrayLike<number>): {
  fitted: Float64Array
  direction: 'rises' | 'falls'
  residual: number
} {
  const rising = risingFit(y)
  const falling = risingFit(Float64Array.from(y, (value) => -value)).map((value) => -value)
  const scatter = (fitted: Float64Array) =>
    Math.sqrt(fitted.reduce((sum, value, k) => sum + (value - y[k]!) ** 2, 0) / Math.max(1, fitted.length))
  const [up, down] = [scatter(rising), scatter(falling)]
  return up <= down
    ? { fitted: rising, direction: 'rises', residual: up }
    : { fitted: falling, direction: 'falls', residual: down }
}

/**
 * Monotone piecewise cubic through a table with rising x (Fritsch and Carlson's slopes): between two
 * points it stays between them. Beyond the ends it stays at the end.
 */
export function monotoneCubic({ x, y }: Curve): (at: number) => number {
  const n = x.length
  const steps = Array.from({ length: n - 1 }, (_, k) => (y[k + 1]! - y[k]!) / (x[k + 1]! - x[k]!))
  const slopes = Array.from({ length: n }, (_, k) => {
    if (k === 0 || k === n - 1) return steps[k === 0 ? 0 : n - 2] ?? 0
    const [before, after] = [steps[k - 1]!, steps[k]!]
    if (before * after <= 0) return 0
    const [h0, h1] = [x[k]! - x[k - 1]!, x[k + 1]! - x[k]!]
    return (3 * (h0 + h1)) / ((2 * h1 + h0) / before + (h1 + 2 * h0) / after)
  })
  return (at) => {
    if (n === 1 || at <= x[0]!) return y[0]!
    if (at >= x[n - 1]!) return y[n - 1]!
    let k = 0
    while (at > x[k + 1]!) k += 1
    const h = x[k + 1]! - x[k]!
    const t = (at - x[k]!) / h
    return (
      (1 + 2 * t) * (1 - t) ** 2 * y[k]! +
      t * (1 - t) ** 2 * h * slopes[k]! +
      t * t * (3 - 2 * t) * y[k + 1]! +
      t * t * (t - 1) * h * slopes[k + 1]!
    )
  }
}

/** Straight lines through the same table. */
export function piecewise({ x, y }: Curve): (at: number) => number {
  return (at) => {
    if (at <= x[0]!) return y[0]!
    for (let k = 1; k < x.length; k += 1)
      if (at <= x[k]!) return y[k - 1]! + ((at - x[k - 1]!) / (x[k]! - x[k - 1]!)) * (y[k]! - y[k - 1]!)
    return y.at(-1)!
  }
}
