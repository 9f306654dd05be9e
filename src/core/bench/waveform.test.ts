/** Speed and pattern from generated commutation ripples. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analyseWaveform, seriesOf, type Series } from '.'
import { seededRandom } from '../shared'

interface Ripple {
  bars: number
  rpm: number
  /** Two humps a bar. */
  doubled?: boolean
  /** Depth of one bar over the others. */
  deepBar?: number
  /** How unlike sound bars are, one deviation. */
  unlike?: number
  noiseA?: number
  driftA?: number
  notchesPerS?: number
  seed?: number
  samplesPerS?: number
  seconds?: number
}

/** Current of a pump whose bars leave humps that are not quite alike. */
function ripple({
  bars,
  rpm,
  doubled = false,
  deepBar = 1,
  unlike = 0.08,
  noiseA = 0.03,
  driftA = 0,
  notchesPerS = 0,
  seed = 1,
  samplesPerS = 20_000,
  seconds = 0.25,
}: Ripple): Series {
  const random = seededRandom(seed)
  const humps = doubled ? 2 * bars : bars
  const depths = Array.from(
    { length: humps },
    (_, k) =>
      Math.max(0.2, 1 + unlike * random.normal()) * (Math.floor(k / (doubled ? 2 : 1)) === 0 ? deepBar : 1),
  )
  const widths = Array.from({ length: humps }, () => 1 + 0.25 * unlike * random.normal())
  let notchLeft = 0
  return seriesOf(
    Array.from({ length: Math.round(samplesPerS * seconds) }, (_, k) => {
      const at = k / samplesPerS
      const turn = ((at * rpm) / 60) % 1
      const hump = Math.floor(turn * humps)
      const phase = turn * humps - hump
      if (notchesPerS > 0 && random.next() < notchesPerS / samplesPerS) notchLeft = 4
      notchLeft = Math.max(0, notchLeft - 1)
      return {
        seconds: at,
        value:
          5 +
          driftA * (at / seconds) +
          0.35 * depths[hump]! * Math.sin(Math.PI * Math.min(1, phase * widths[hump]!)) -
          (notchLeft > 0 ? 2.5 : 0) +
          noiseA * random.normal(),
      }
    }),
  )
}
const analysed = (of: Ripple, bars: number | null = null) => {
  const answer = analyseWaveform(ripple(of), bars)
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}
const rpmOf = (speed: number | null) => ((speed ?? 0) * 60) / (2 * Math.PI)

describe('the speed of a pump from its ripple', () => {
  it('is within 2 % for 3 to 12 bars of a known count, under noise and drift', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.double({ min: 2500, max: 8000, noNaN: true }),
        fc.double({ min: 0, max: 0.08, noNaN: true }),
        fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        fc.integer({ min: 1, max: 9999 }),
        (bars, rpm, noiseA, driftA, seed) => {
          const found = analysed({ bars, rpm, noiseA, driftA, seed }, bars)
          expect(
            Math.abs(rpmOf(found.speedRadPerS) / rpm - 1),
            `${bars} bars, ${rpm} rpm: ${rpmOf(found.speedRadPerS)}`,
          ).toBeLessThan(0.02)
        },
      ),
      { seed: 11, numRuns: 80 },
    )
  })
  it('is found without a count where bars differ enough, and is then within 2 %', () => {
    let told = 0
    let wrong = 0
    for (let seed = 0; seed < 60; seed += 1) {
      const random = seededRandom(seed)
      const bars = 3 + Math.floor(10 * random.next())
      const rpm = 3000 + 4500 * random.next()
      const found = analysed({ bars, rpm, unlike: 0.14, noiseA: 0.02, seed })
      if (found.speedRadPerS === null) continue
      told += 1
      if (Math.abs(rpmOf(found.speedRadPerS) / rpm - 1) > 0.02) wrong += 1
    }
    expect(told).toBeGreaterThan(40)
    expect(wrong / told).toBeLessThan(0.08)
  })
  it.each([5, 7, 9, 11])(
    'an odd count of %i bars that leaves two humps a bar is not read as twice the speed',
    (bars) => {
      for (const rpm of [3600, 5200])
        expect(
          Math.abs(rpmOf(analysed({ bars, rpm, doubled: true, unlike: 0.15 }, bars).speedRadPerS) / rpm - 1),
        ).toBeLessThan(0.02)
    },
  )
  it('counts humps a second to a part in five hundred, whatever the bars', () => {
    for (const [bars, rpm] of [
      [8, 6000],
      [10, 4321],
      [6, 7777],
    ] as const)
      expect(analysed({ bars, rpm }).humpsPerS / ((bars * rpm) / 60)).toBeCloseTo(1, 2.3)
  })
})

describe('the pattern of the bars', () => {
  it('one deep bar stands out, even bars do not', () => {
    for (const bars of [6, 8, 10]) {
      expect(analysed({ bars, rpm: 5200, deepBar: 2.2, seed: bars }, bars).finding).toBe('uneven-bar')
      expect(analysed({ bars, rpm: 5200, seed: bars }, bars).finding).toBe('even')
    }
  })
  it('notches that come at no regular place are brushes that bounce', () => {
    const bouncing = analysed({ bars: 8, rpm: 5000, notchesPerS: 60, seconds: 0.4 }, 8)
    expect(bouncing.finding).toBe('brush-bounce')
    expect(bouncing.notchesPerS).toBeGreaterThan(20)
  })
  it('noise without humps is no ripple, as of a brushless pump', () => {
    const random = seededRandom(5)
    const flat = seriesOf(
      Array.from({ length: 5000 }, (_, k) => ({ seconds: k / 20_000, value: 4 + 0.05 * random.normal() })),
    )
    expect(analyseWaveform(flat)).toMatchObject({
      ok: true,
      value: { finding: 'no-ripple', speedRadPerS: null },
    })
  })
  it('refuses what is too short or too slow to hold a hump', () => {
    expect(analyseWaveform(ripple({ bars: 8, rpm: 6000, seconds: 0.01 }))).toMatchObject({
      ok: false,
      error: { kind: 'too-short' },
    })
    expect(analyseWaveform(ripple({ bars: 8, rpm: 6000, samplesPerS: 200, seconds: 2 }))).toMatchObject({
      ok: false,
      error: { kind: 'too-slow' },
    })
  })
})
