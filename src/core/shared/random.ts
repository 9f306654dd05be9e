/** A seeded generator: same seed, same sequence, on every machine. Not for secrets. */
export interface Random {
  /** Uniform in [0, 1). */
  next(): number
  /** Standard normal. */
  normal(): number
  /** Log-uniform between two positive bounds. */
  logUniform(low: number, high: number): number
}

export function seededRandom(seed: number): Random {
  let state = (seed ^ 0x9e3779b9) >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  return { next, normal, logUniform: (low, high) => low * Math.pow(high / low, next()) }
}

/** A stable 32-bit number from a text, to seed a generator by name. */
export function seedFrom(text: string): number {
  let hash = 2166136261
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619)
  return hash >>> 0
}
