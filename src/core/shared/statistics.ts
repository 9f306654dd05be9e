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
