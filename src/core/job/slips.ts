/** Likely slips of an entry: a decimal point, a unit. Offered as a question; either value may be kept. */
import { fromSi, toSi, unitsLike, type Entered } from '../shared'
import { testById, testIn } from '../library'

export interface SlipOffer {
  reason: 'outside' | 'unlikely'
  alternatives: Entered[]
}

/**
 * Asks back when a value cannot be, or when another placing of the point or another unit is far likelier.
 * `scale` is the range the model expects, in the unit of the entry, which is any of the test's kind.
 */
export function offerForSlip(
  testId: string,
  { value, unit: typedIn }: Entered,
  scale: { low: number; high: number } | null,
): SlipOffer | null {
  const test = testIn(testById(testId), typedIn)
  if (test.reading.kind !== 'number') return null
  const { low, high, unit } = test.reading
  const expected = scale ?? { low, high }
  const margin = 0.25 * (expected.high - expected.low)
  const fits = (candidate: number) =>
    candidate >= expected.low - margin && candidate <= expected.high + margin
  const outside = !Number.isFinite(value) || value < low || value > high
  if (!outside && fits(value)) return null
  const shifted = [value / 10, value / 100, value * 10].filter(
    (candidate) => candidate >= low && candidate <= high && fits(candidate),
  )
  const converted = unitsLike(unit)
    .slice(1)
    .map((other) => fromSi(toSi({ value, unit: other }), unit))
    .filter((candidate) => candidate >= low && candidate <= high && fits(candidate))
  const alternatives = [
    ...new Set([...shifted, ...converted].map((candidate) => Number(candidate.toPrecision(4)))),
  ]
    .slice(0, 2)
    .map((candidate): Entered => ({ value: candidate, unit }))
  if (!outside && alternatives.length === 0) return null
  return { reason: outside ? 'outside' : 'unlikely', alternatives }
}
