/** Sender sweeps and tank calibrations against what they were generated from. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  analyseSweep,
  calibrate,
  gaugeTable,
  monotoneCubic,
  monotoneFit,
  piecewise,
  plausibility,
  risingFit,
  type Fill,
  type GaugeRange,
  type SweepSample,
} from '.'
import { seededRandom } from '../shared'

const GAUGE: GaugeRange = { emptyOhm: 250, fullOhm: 30 }
const ERROR = { relative: 0.006, absolute: 0.2 }
interface Track {
  emptyOhm?: number
  fullOhm?: number
  /** Bend of the track, share of the span. */
  bend?: number
  noiseOhm?: number
  openAt?: number[]
  jumpAt?: number[]
  lag?: number
  seed?: number
  samples?: number
}
/** Up and down once. */
function track({
  emptyOhm = 250,
  fullOhm = 30,
  bend = 0.05,
  noiseOhm = 1,
  openAt = [],
  jumpAt = [],
  lag = 0,
  seed = 1,
  samples = 600,
}: Track): SweepSample[] {
  const random = seededRandom(seed)
  const near = (position: number, places: number[]) =>
    places.some((place) => Math.abs(position - place) < 0.008)
  return Array.from({ length: samples }, (_, k) => {
    const turn = (2 * k) / (samples - 1)
    const up = turn <= 1
    const position = up ? turn : 2 - turn
    const wiper = Math.min(1, Math.max(0, position + (up ? -lag : lag)))
    const clean =
      emptyOhm +
      (fullOhm - emptyOhm) * (wiper + bend * Math.sin(Math.PI * wiper)) +
      noiseOhm * random.normal()
    return {
      position,
      ohm: near(position, openAt)
        ? Infinity
        : near(position, jumpAt)
          ? clean + 0.3 * Math.abs(fullOhm - emptyOhm)
          : clean,
    }
  })
}
const swept = (of: Track, gauge: GaugeRange | null = GAUGE) => {
  const answer = analyseSweep(track(of), ERROR, gauge)
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}

describe('a sender sweep', () => {
  it('gives back ends, direction and bend over the range of noise', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2.5, noNaN: true }),
        fc.double({ min: -0.12, max: 0.12, noNaN: true }),
        fc.boolean(),
        fc.integer({ min: 1, max: 9999 }),
        (noiseOhm, bend, turned, seed) => {
          const found = swept({ noiseOhm, bend, seed, ...(turned ? { emptyOhm: 30, fullOhm: 250 } : {}) })
          expect(found.direction).toBe(turned ? 'rises' : 'falls')
          expect(Math.abs(found.emptyOhm - (turned ? 30 : 250))).toBeLessThan(3 + 1.5 * noiseOhm)
          expect(Math.abs(found.fullOhm - (turned ? 250 : 30))).toBeLessThan(3 + 1.5 * noiseOhm)
          expect(Math.abs(found.nonlinearity - Math.abs(bend))).toBeLessThan(0.02)
          expect(found.dropOuts).toEqual([])
        },
      ),
      { seed: 3, numRuns: 60 },
    )
  })
  it('finds two drop-outs at their places, open or jumping', () => {
    const found = swept({ openAt: [0.34], jumpAt: [0.61] })
    expect(found.dropOuts.map((place) => place.kind)).toEqual(['open', 'jump'])
    expect(found.dropOuts.map((place) => Math.round(50 * (place.from + place.to)))).toEqual([34, 61])
    expect(found.verdict).toBe('bad')
  })
  it.each([
    { name: 'its own range', of: {}, fit: 'fits', verdict: 'good' },
    { name: 'the opposite direction', of: { emptyOhm: 30, fullOhm: 250 }, fit: 'turned', verdict: 'bad' },
    { name: 'half the range', of: { emptyOhm: 130, fullOhm: 30 }, fit: 'other-range', verdict: 'bad' },
    { name: 'an end off', of: { emptyOhm: 222 }, fit: 'ends-off', verdict: 'bad' },
    { name: 'an end at the limit', of: { emptyOhm: 239 }, fit: 'ends-off', verdict: 'inconclusive' },
  ])('$name: $fit, $verdict', ({ of, fit, verdict }) => expect(swept(of)).toMatchObject({ fit, verdict }))
  it('a wiper that lags shows as the distance between both ways', () => {
    expect(swept({ lag: 0.02 }).hysteresis!).toBeCloseTo(0.04, 2)
    expect(swept({ lag: 0 }).hysteresis!).toBeLessThan(0.01)
  })
  it('refuses a sweep of a part of the travel, of few samples, and an open sender', () => {
    expect(
      analyseSweep(
        track({}).filter((sample) => sample.position < 0.5),
        ERROR,
        GAUGE,
      ),
    ).toMatchObject({ ok: false, error: { kind: 'no-sweep' } })
    expect(analyseSweep(track({ samples: 12 }), ERROR, GAUGE)).toMatchObject({
      ok: false,
      error: { kind: 'too-few' },
    })
    expect(
      analyseSweep(
        track({}).map((sample) => ({ ...sample, ohm: Infinity })),
        ERROR,
        GAUGE,
      ),
    ).toMatchObject({ ok: false, error: { kind: 'all-open' } })
  })
})

describe('monotone curves', () => {
  it('the fit never falls, keeps what never fell, and is no further from the points than any constant', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 2, maxLength: 40 }),
        (values) => {
          const fitted = risingFit(values)
          fitted.forEach((value, k) => k > 0 && expect(value).toBeGreaterThanOrEqual(fitted[k - 1]! - 1e-9))
          const scatter = (of: (k: number) => number) =>
            values.reduce((sum, value, k) => sum + (value - of(k)) ** 2, 0)
          const middle = values.reduce((sum, value) => sum + value, 0) / values.length
          expect(scatter((k) => fitted[k]!)).toBeLessThanOrEqual(scatter(() => middle) + 1e-6)
          const sorted = [...values].sort((one, other) => one - other)
          risingFit(sorted).forEach((value, k) => expect(value).toBeCloseTo(sorted[k]!, 9))
          expect(monotoneFit(sorted.reverse()).direction === 'falls' || new Set(values).size === 1).toBe(true)
        },
      ),
      { seed: 8, numRuns: 60 },
    )
  })
  it('the cubic passes through its points and stays between them (EQ21)', () => {
    const x = Float64Array.from([33, 60, 90, 130, 180, 240])
    const y = Float64Array.from([60, 48, 36, 24, 12, 3])
    const [cubic, linear] = [monotoneCubic({ x, y }), piecewise({ x, y })]
    x.forEach((value, k) => expect(cubic(value)).toBeCloseTo(y[k]!, 9))
    expect(linear(103)).toBeCloseTo(32.1, 1)
    expect(cubic(103)).toBeCloseTo(31.7, 1)
    for (let at = 33; at < 240; at += 0.5) {
      const k = [...x].findIndex((value) => value > at)
      expect(cubic(at)).toBeLessThanOrEqual(y[k - 1]! + 1e-9)
      expect(cubic(at)).toBeGreaterThanOrEqual(y[k]! - 1e-9)
    }
    expect([cubic(0), cubic(900)]).toEqual([60, 3])
  })
})

describe('a tank calibration', () => {
  const fills = (of: (share: number) => number, noise = 0, seed = 1): Fill[] => {
    const random = seededRandom(seed)
    return Array.from({ length: 11 }, (_, k) => ({
      volumeM3: 0.006 * k + 0.0005,
      readings: Array.from({ length: 5 }, () => of(k / 10) + noise * random.normal()),
    }))
  }
  it('gives back the litres of any reading within the noise', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 999 }),
        (share, seed) => {
          const of = (at: number) => 250 - 220 * Math.pow(at, 0.8)
          const answer = calibrate(fills(of, 0.6, seed))
          if (!answer.ok) throw new Error(answer.error.kind)
          expect(Math.abs(answer.value.volumeAt(of(share)) - (0.06 * share + 0.0005)) * 1e3).toBeLessThan(1.2)
        },
      ),
      { seed: 5, numRuns: 60 },
    )
  })
  it('tells dead ends, a fill that does not fit, and exports even steps', () => {
    const answer = calibrate(
      fills((share) => (share < 0.25 ? 250 : share > 0.85 ? 30 : 250 - (220 * (share - 0.25)) / 0.6)),
    )
    if (!answer.ok) throw new Error(answer.error.kind)
    expect(answer.value.deadBelowM3 * 1e3).toBeCloseTo(12.5, 6)
    expect(answer.value.deadAboveM3 * 1e3).toBeCloseTo(54.5, 6)
    const table = gaugeTable(answer.value, 16, 'volume')
    expect(table).toHaveLength(16)
    table.forEach((point, k) => k > 0 && expect(point.value).toBeLessThanOrEqual(table[k - 1]!.value))
    const odd = fills((share) => 250 - 220 * share)
    odd[4]!.readings = [240, 241, 240]
    expect(calibrate(odd)).toMatchObject({ ok: true, value: { doubtful: expect.arrayContaining([4]) } })
  })
  it('says what should be read now, and what is not plausible', () => {
    const answer = calibrate(fills((share) => 250 - 220 * share))
    if (!answer.ok) throw new Error(answer.error.kind)
    expect(plausibility(answer.value, 0.0305, 140, 1)).toMatchObject({ plausible: true })
    expect(plausibility(answer.value, 0.0305, 140, 1).shouldRead).toBeCloseTo(140, 1)
    expect(plausibility(answer.value, 0.0305, 200, 1)).toMatchObject({ plausible: false })
  })
  it('refuses few levels, a volume that falls, a sender that does not move', () => {
    expect(calibrate(fills((share) => share).slice(0, 4))).toMatchObject({
      ok: false,
      error: { kind: 'too-few', needs: 6 },
    })
    expect(
      calibrate([...fills((share) => share).slice(0, 6), { volumeM3: 0.001, readings: [3] }]),
    ).toMatchObject({ ok: false, error: { kind: 'volume-falls', at: 6 } })
    expect(calibrate(fills(() => 100))).toMatchObject({ ok: false, error: { kind: 'does-not-move' } })
  })
})
