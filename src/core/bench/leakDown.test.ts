import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analyseLeakDown, seriesOf, type Series } from '.'
import { seededRandom } from '../shared'

/** A capture by one of the simple laws, with noise. */
function capture(
  law: 'laminar' | 'orifice',
  startPa: number,
  leftAt5Min: number,
  noisePa: number,
  seed = 1,
  seconds = 300,
): Series {
  const random = seededRandom(seed)
  return seriesOf(
    Array.from({ length: seconds + 1 }, (_, at) => {
      const share =
        law === 'laminar'
          ? Math.pow(leftAt5Min, at / 300)
          : (1 + (Math.sqrt(leftAt5Min) - 1) * (at / 300)) ** 2
      return { seconds: at, value: Math.max(0, startPa * share + noisePa * random.normal()) }
    }),
  )
}
const analysed = (samples: Series, setPa = 300e3) => {
  const answer = analyseLeakDown(samples, setPa)
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}

describe('leak-down', () => {
  it('recovers its own parameters over the range of noise', () => {
    let ran = 0
    fc.assert(
      fc.property(
        fc.constantFrom('laminar' as const, 'orifice' as const),
        fc.double({ min: 0.3, max: 0.98, noNaN: true }),
        fc.double({ min: 0, max: 1500, noNaN: true }),
        fc.integer({ min: 1, max: 999 }),
        (law, left, noise, seed) => {
          const found = analysed(capture(law, 310e3, left, noise, seed))
          expect(Math.abs(found.leftFraction - left)).toBeLessThan(0.015)
          expect(Math.abs(found.startPa - 310e3)).toBeLessThan(4e3)
          ran += 1
        },
      ),
      { seed: 4, numRuns: 60 },
    )
    expect(ran).toBe(60)
  })
  it.each([
    { name: 'a clear leak', left: 0.4, startPa: 310e3, verdict: 'leaks' },
    { name: 'a tight system', left: 0.93, startPa: 310e3, verdict: 'holds' },
    { name: 'a value at the limit', left: 0.75, startPa: 310e3, verdict: 'inconclusive' },
    { name: 'a tight system far under set pressure', left: 0.95, startPa: 180e3, verdict: 'says-little' },
    { name: 'a leak even from low pressure', left: 0.3, startPa: 180e3, verdict: 'leaks' },
  ])('$name: $verdict', ({ left, startPa, verdict }) => {
    expect(analysed(capture('laminar', startPa, left, 700)).verdict).toBe(verdict)
  })
  it.each(['laminar', 'orifice'] as const)('tells the %s law from the other when the fall is deep', (law) => {
    expect(analysed(capture(law, 310e3, 0.2, 700)).law).toBe(law)
  })
  it.each([
    { laminar: 1.2, orifice: 0.8 },
    { laminar: 0.4, orifice: 1.1 },
  ])(
    'two leaks at once, $laminar and $orifice kPa/s at 300 kPa: both are seen and the fit follows from start to end',
    ({ laminar, orifice }) => {
      const random = seededRandom(6)
      let kPa = 320
      const samples = seriesOf(
        Array.from({ length: 301 }, (_, seconds) => {
          const now = { seconds, value: 1e3 * Math.max(0, kPa + 0.7 * random.normal()) }
          for (let k = 0; k < 10; k += 1)
            kPa = Math.max(0, kPa - 0.1 * (laminar * (kPa / 300) + orifice * Math.sqrt(kPa / 300)))
          return now
        }),
      )
      const found = analysed(samples)
      expect(found.law).toBe('mixed')
      expect(found.residualPa).toBeLessThan(1200)
      expect(Math.abs(found.startPa - 320e3)).toBeLessThan(3e3)
    },
  )
  it('refuses what is too short or has no pressure', () => {
    expect(analyseLeakDown(capture('laminar', 310e3, 0.8, 500, 1, 40), 300e3)).toMatchObject({
      ok: false,
      error: { kind: 'too-short' },
    })
    expect(analyseLeakDown(capture('laminar', 12e3, 0.8, 500), 300e3)).toMatchObject({
      ok: false,
      error: { kind: 'no-pressure' },
    })
  })
})
