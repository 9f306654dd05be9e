const SQRT_2PI = Math.sqrt(2 * Math.PI)

export function normalDensity(x: number, mean: number, variance: number): number {
  const z = x - mean
  return Math.exp((-0.5 * z * z) / variance) / (SQRT_2PI * Math.sqrt(variance))
}

/**
 * Standard normal distribution function.
 * Complementary-error rational fit (Abramowitz and Stegun 26.2.17); worst absolute error 7.5e-8.
 */
export function normalCdf(z: number): number {
  const size = Math.abs(z)
  if (size > 9) return z > 0 ? 1 : 0
  const t = 1 / (1 + 0.2316419 * size)
  const tail =
    (Math.exp(-0.5 * size * size) / SQRT_2PI) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z > 0 ? 1 - tail : tail
}

/** Smooth step from 0 (well below) to 1 (well above `middle`), over about four widths. */
export function softAbove(x: number, middle: number, width: number): number {
  const z = (x - middle) / width
  if (z > 40) return 1
  if (z < -40) return 0
  return 1 / (1 + Math.exp(-z))
}

/** Shannon entropy in bits of weights that add up to one. */
export function entropyBits(weights: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < weights.length; i += 1) {
    const p = weights[i]!
    if (p > 0) sum -= p * Math.log2(p)
  }
  return sum
}

/** ln Γ(x) for x > 0 (Lanczos, g = 7, nine terms); relative error under 1e-13. */
function lnGamma(x: number): number {
  const sum = LANCZOS.reduce((total, term, k) => total + (k === 0 ? term : term / (x + k - 1)), 0)
  const t = x + 6.5
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum)
}
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]

/**
 * Quantile of Student's t: `p` between 0 and 1 exclusive, `df` at least 1. By bisection of its distribution,
 * which is integrated over the angle (t = √df tan θ), where it is smooth; absolute error under 1e-6 of t.
 */
export function studentQuantile(p: number, df: number): number {
  if (p === 0.5) return 0
  if (p < 0.5) return -studentQuantile(1 - p, df)
  const scale = Math.exp(lnGamma((df + 1) / 2) - lnGamma(df / 2)) / Math.sqrt(Math.PI)
  /** Share between 0 and an angle, by Simpson's rule. */
  const share = (angle: number) => {
    const steps = 200
    const at = (k: number) => Math.cos((angle * k) / steps) ** (df - 1)
    let sum = at(0) + at(steps)
    for (let k = 1; k < steps; k += 1) sum += (k % 2 === 1 ? 4 : 2) * at(k)
    return (scale * sum * angle) / steps / 3
  }
  let [low, high] = [0, Math.PI / 2]
  for (let k = 0; k < 60; k += 1) {
    const middle = (low + high) / 2
    if (share(middle) < p - 0.5) low = middle
    else high = middle
  }
  return Math.sqrt(df) * Math.tan((low + high) / 2)
}

/** Value under which a share of them lies, between two of them by a straight line; NaN of none. */
export function quantile(values: ArrayLike<number>, share: number): number {
  const sorted = Float64Array.from(values).sort()
  if (sorted.length === 0) return NaN
  const at = share * (sorted.length - 1)
  const low = Math.floor(at)
  return sorted[low]! + (at - low) * ((sorted[low + 1] ?? sorted[low]!) - sorted[low]!)
}
export const median = (values: ArrayLike<number>): number => quantile(values, 0.5)
