/**
 * Friction factor of round pipes and its slope with Reynolds number.
 *
 * Laminar to Re 2000 (exact), Swamee-Jain from Re 4000 (against Colebrook +1.7 % at 4000 falling to
 * +0.1 % at 15,000), and between them Dunlop's cubic, which joins both in value and slope. A straight
 * blend would be up to 17 % high near Re 2500. Range: relative roughness 1e-6 to 1e-2.
 */
const SWAMEE_AT_4000 = 5.74 / Math.pow(4000, 0.9)

export interface Friction {
  factor: number
  /** d(factor)/d(Re). */
  slope: number
}

/** Writes factor and slope into `out`: called some hundred thousand times a second, so it allocates nothing. */
export function frictionInto(out: Friction, reynolds: number, relativeRoughness: number): void {
  if (reynolds <= 2000) laminar(out, reynolds)
  else if (reynolds >= 4000) turbulent(out, reynolds, relativeRoughness)
  else transition(out, reynolds, relativeRoughness)
}

export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  const out = { factor: 0, slope: 0 }
  frictionInto(out, reynolds, relativeRoughness)
  return out.factor
}

function laminar(out: Friction, re: number) {
  out.factor = 64 / re
  out.slope = -64 / (re * re)
}

function turbulent(out: Friction, re: number, roughness: number) {
  const swamee = 5.74 * Math.pow(re, -0.9)
  const inside = roughness / 3.7 + swamee
  const log = Math.log10(inside)
  out.factor = 0.25 / (log * log)
  out.slope = ((-2 * out.factor) / log) * ((-0.9 * swamee) / (re * inside * Math.LN10))
}

function transition(out: Friction, re: number, roughness: number) {
  const r = re / 2000
  const y2 = roughness / 3.7 + SWAMEE_AT_4000
  const y3 = -0.86859 * Math.log(y2)
  const fa = 1 / (y3 * y3)
  const fb = fa * (2 - 0.00514215 / (y2 * y3))
  const x1 = 7 * fa - fb
  const x2 = 0.128 - 17 * fa + 2.5 * fb
  const x3 = -0.128 + 13 * fa - 2 * fb
  const x4 = 0.032 - 3 * fa + 0.5 * fb
  out.factor = x1 + r * (x2 + r * (x3 + r * x4))
  out.slope = (x2 + r * (2 * x3 + r * 3 * x4)) / 2000
}
