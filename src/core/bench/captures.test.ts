/** The smaller captures: what they recover, when they say little, and what they refuse. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  DEADHEAD_LIMIT_S,
  ambientAt,
  analyseCurrent,
  analyseDeadhead,
  analyseLeakDown,
  analysePrime,
  analyseSnap,
  analyseSteady,
  analyseVacuum,
  isolate,
  judge,
  judgeDrops,
  judgeInjectors,
  judgeVolume,
  noiseOf,
  pumpStateOf,
  seriesOf,
  volumeOf,
  type Band,
  type LeakDown,
  type Series,
} from '.'
import { M3_PER_S_PER_L_PER_H as LH, seededRandom } from '../shared'

const ERROR = { relative: 0, absolute: 4e3 }
const BAND: Band = { low: 250e3, high: 350e3, source: 'generic' }
const series = (
  lastsS: number,
  samplesPerS: number,
  of: (at: number) => number,
  noise = 0,
  seed = 1,
): Series => {
  const random = seededRandom(seed)
  return seriesOf(
    Array.from({ length: Math.round(lastsS * samplesPerS) + 1 }, (_, k) => ({
      seconds: k / samplesPerS,
      value: of(k / samplesPerS) + noise * random.normal(),
    })),
  )
}
const value = <T>(answer: { ok: true; value: T } | { ok: false; error: { kind: string } }): T => {
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}

describe('a verdict against a band', () => {
  it('fails or passes only where the limit is two deviations away', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 500, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (at, sd) => {
          const verdict = judge(at, sd, { low: 200, high: 400, source: 'maker' })
          const room = Math.min(at - 200, 400 - at)
          expect(verdict).toBe(room < -2 * sd ? 'bad' : room >= 2 * sd ? 'good' : 'inconclusive')
        },
      ),
      { seed: 2, numRuns: 200 },
    )
  })
})

describe('noise of a signal', () => {
  it('is that of its samples, whatever slow course lies under it', () => {
    for (const slope of [0, 50, -200])
      expect(noiseOf(series(5, 200, (at) => slope * at + 30 * Math.sin(at), 2).values)).toBeCloseTo(2, 0)
  })
})

describe('prime', () => {
  const primed = (tau: number, topPa: number, runs: [number, number][]) => {
    const pressure = (at: number) => {
      let ran = 0
      for (const [from, to] of runs) ran += Math.max(0, Math.min(at, to) - from)
      return topPa * (1 - Math.exp(-ran / tau))
    }
    const last = runs.at(-1)![1] + 2
    return {
      pressure: series(last, 50, pressure, 800),
      current: series(last, 50, (at) => (runs.some(([from, to]) => at >= from && at <= to) ? 5 : 0), 0.02),
    }
  }
  it('time to pressure counts the pump’s own seconds, over key cycles', () => {
    const { pressure, current } = primed(1, 310e3, [
      [1, 3],
      [6, 8],
    ])
    // 0.95 of 250 kPa after ln(1 / (1 - 237.5 / 310)) s.
    const found = value(analysePrime(pressure, BAND, ERROR, current))
    expect(found).toMatchObject({ keyCycles: 1, verdict: 'good', side: 'within' })
    expect(found.toPressureS!).toBeCloseTo(Math.log(1 / (1 - 237.5 / 310)), 1)
    const slow = primed(1.8, 310e3, [
      [1, 3],
      [6, 8],
      [11, 13],
    ])
    expect(value(analysePrime(slow.pressure, BAND, ERROR, slow.current))).toMatchObject({
      keyCycles: 2,
      verdict: 'good',
    })
  })
  it('finds the runs by the rise where nobody clamped the current', () => {
    const { pressure } = primed(0.8, 310e3, [[1, 3]])
    expect(value(analysePrime(pressure, BAND, ERROR)).toPressureS!).toBeCloseTo(
      0.8 * Math.log(1 / (1 - 237.5 / 310)),
      0,
    )
  })
  it('never in its band: bad by far, and little is said of half a second', () => {
    const weak = primed(0.6, 150e3, [
      [1, 3],
      [6, 8],
    ])
    expect(value(analysePrime(weak.pressure, BAND, ERROR, weak.current))).toMatchObject({
      toPressureS: null,
      keyCycles: 2,
      verdict: 'bad',
      side: 'low',
    })
    const brief = primed(2, 300e3, [[1, 1.5]])
    expect(value(analysePrime(brief.pressure, BAND, ERROR, brief.current)).verdict).toBe('says-little')
  })
  it('a signal that was lost is a gap, never a bridge', () => {
    const { pressure, current } = primed(1, 310e3, [[1, 3]])
    const holed = { ...pressure, values: pressure.values.map((at, k) => (k % 2 ? NaN : at)) }
    expect(analysePrime(holed, BAND, ERROR, current)).toMatchObject({
      ok: false,
      error: { kind: 'no-signal' },
    })
    expect(
      analysePrime(
        series(4, 50, () => 0, 300),
        BAND,
        ERROR,
        series(4, 50, () => 0),
      ),
    ).toMatchObject({ ok: false, error: { kind: 'not-started' } })
  })
})

describe('steady pressure', () => {
  it('recovers mean and ripple over the range of noise', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 200e3, max: 400e3, noNaN: true }),
        fc.double({ min: 0, max: 3e3, noNaN: true }),
        fc.double({ min: 0, max: 8e3, noNaN: true }),
        fc.integer({ min: 1, max: 999 }),
        (mean, noise, ripple, seed) => {
          const found = value(
            analyseSteady(
              series(10, 100, (at) => mean + ripple * Math.sin(2 * Math.PI * 7 * at), noise, seed),
              BAND,
              ERROR,
            ),
          )
          expect(Math.abs(found.meanPa - mean)).toBeLessThan(3 * Math.hypot(noise / 10, 50))
          expect(Math.abs(found.ripplePa - 2 * ripple)).toBeLessThan(4.5 * noise + 0.05 * ripple + 10)
        },
      ),
      { seed: 6, numRuns: 60 },
    )
  })
  it.each([
    { name: 'in the middle', at: () => 300e3, verdict: 'good' },
    { name: 'far below', at: () => 200e3, verdict: 'bad' },
    { name: 'at the limit', at: () => 252e3, verdict: 'inconclusive' },
    { name: 'still on its way', at: (t: number) => 300e3 - 6e3 * t, verdict: 'says-little' },
  ])('$name: $verdict', ({ at, verdict }) =>
    expect(value(analyseSteady(series(10, 50, at, 500), BAND, ERROR)).verdict).toBe(verdict),
  )
  it('refuses less than three seconds', () =>
    expect(
      analyseSteady(
        series(1, 50, () => 3e5),
        BAND,
        ERROR,
      ),
    ).toMatchObject({ ok: false, error: { kind: 'too-short' } }))
})

describe('snap', () => {
  const dipped = (depth: number, backS: number | null) =>
    series(
      8,
      100,
      (at) =>
        300e3 -
        (at < 3
          ? 0
          : depth * (at < 3.3 ? (at - 3) / 0.3 : backS === null ? 1 : Math.exp(-(at - 3.3) / backS))),
      700,
    )
  it('depth and recovery of the dip', () => {
    const found = value(analyseSnap(dipped(60e3, 1), 3, ERROR))
    expect(found.dipPa / 1e3).toBeGreaterThan(57)
    expect(found.dipPa / 1e3).toBeLessThan(63)
    expect(found.recoveryS!).toBeCloseTo(Math.LN2, 0.5)
    expect(found.verdict).toBe('bad')
  })
  it('an offset of the gauge falls out of a dip', () => {
    const off = dipped(8e3, 0.5)
    expect(value(analyseSnap({ ...off, values: off.values.map((at) => at + 30e3) }, 3, ERROR)).verdict).toBe(
      'good',
    )
  })
  it('what does not come back has no recovery', () =>
    expect(value(analyseSnap(dipped(50e3, null), 3, ERROR)).recoveryS).toBeNull())
})

describe('deadhead', () => {
  const shut = (top: number, lasts: number, tau = 0.15) =>
    series(
      2 + lasts,
      100,
      (at) => 300e3 + (at < 1 ? 0 : at < 1 + lasts ? (top - 300e3) * (1 - Math.exp(-(at - 1) / tau)) : 0),
      800,
    )
  const band: Band = { low: 450e3, high: 850e3, source: 'generic' }
  it('the plateau, and how long the line was shut', () => {
    const found = value(analyseDeadhead(shut(620e3, 2), band, ERROR))
    expect(found.plateauPa / 1e3).toBeCloseTo(620, -1)
    expect(found.shutS).toBeCloseTo(2, 0)
    expect(found).toMatchObject({ verdict: 'good', overTime: false, stillRising: false })
  })
  it('longer than the limit is said', () =>
    expect(value(analyseDeadhead(shut(620e3, DEADHEAD_LIMIT_S + 1), band, ERROR)).overTime).toBe(true))
  it('opened while it still rose: low is not proven', () =>
    expect(value(analyseDeadhead(shut(520e3, 0.8, 0.9), band, ERROR))).toMatchObject({
      stillRising: true,
      verdict: 'inconclusive',
    }))
  it('weak, and never shut', () => {
    expect(value(analyseDeadhead(shut(380e3, 2), band, ERROR)).verdict).toBe('bad')
    expect(
      value(
        analyseDeadhead(
          series(3, 100, () => 480e3, 500),
          band,
          ERROR,
        ),
      ).verdict,
    ).toBe('says-little')
  })
})

describe('leak-down beside a warm engine', () => {
  const random = seededRandom(3)
  const soaked = seriesOf(
    Array.from({ length: 400 }, (_, seconds) => ({
      seconds,
      value:
        1e3 * (300 + 25 * (1 - Math.exp(-seconds / 30)) * Math.exp(-seconds / 2500) + 0.6 * random.normal()),
    })),
  )
  it('a pressure that rises first is heat: it says little when it then holds', () =>
    expect(analyseLeakDown(soaked, 300e3)).toMatchObject({
      ok: true,
      value: { soaked: true, verdict: 'says-little' },
    }))
  it('a leak shows through the heat', () => {
    const leaking = {
      ...soaked,
      values: soaked.values.map((pa, k) => pa * Math.exp(-Math.max(0, soaked.seconds[k]! - 60) / 400)),
    }
    expect(analyseLeakDown(leaking, 300e3)).toMatchObject({
      ok: true,
      value: { soaked: true, verdict: 'leaks' },
    })
  })
  it('twenty minutes follow from the law', () => {
    const falls = value(
      analyseLeakDown(
        seriesOf(
          Array.from({ length: 301 }, (_, seconds) => ({
            seconds,
            value: 310e3 * Math.exp(-seconds / 1500),
          })),
        ),
        300e3,
      ),
    )
    expect(falls.leftAt20Fraction).toBeCloseTo(Math.exp(-1200 / 1500), 2)
  })
})

describe('pinch isolation', () => {
  const capture = (verdict: LeakDown['verdict'], leftFraction: number, startPa = 300e3): LeakDown => ({
    startPa,
    endPa: startPa * leftFraction,
    leftFraction,
    leftSd: 0.01,
    leftAt20Fraction: 0,
    soaked: false,
    law: 'laminar',
    residualPa: 500,
    minutes: 5,
    verdict,
    fitted: seriesOf([]),
  })
  const [holds, leaks] = [capture('holds', 0.95), capture('leaks', 0.3)]
  it.each([
    { name: 'nothing leaks', of: { none: holds }, leaks: 'nothing' },
    { name: 'the feed clamp makes it hold', of: { none: leaks, feed: holds }, leaks: 'supply' },
    {
      name: 'the return clamp makes it hold',
      of: { none: leaks, feed: leaks, return: holds },
      leaks: 'return',
    },
    {
      name: 'only both make it hold',
      of: { none: leaks, feed: leaks, return: leaks, both: holds },
      leaks: 'supply-and-return',
    },
    {
      name: 'no clamp makes it hold',
      of: { none: leaks, feed: leaks, return: leaks, both: leaks },
      leaks: 'rail',
    },
    {
      name: 'both slow it down',
      of: { none: leaks, feed: leaks, return: leaks, both: capture('leaks', 0.68) },
      leaks: 'rail-and-another',
    },
  ])('$name: $leaks', ({ of, leaks: side }) =>
    expect(isolate(of, true)).toMatchObject({ leaks: side, next: null }),
  )
  it('a clamp that takes most of the loss away names its side, and says that more is left', () => {
    expect(isolate({ none: capture('leaks', 0.01), feed: capture('leaks', 0.72) }, true)).toMatchObject({
      leaks: 'supply',
      more: true,
    })
    expect(isolate({ none: leaks, feed: holds }, true)).toMatchObject({ leaks: 'supply', more: false })
  })
  it('asks for the next clamp, one at a time', () => {
    expect(isolate({}, true).next).toBe('none')
    expect(isolate({ none: leaks }, true).next).toBe('feed')
    expect(isolate({ none: leaks, feed: leaks }, true).next).toBe('return')
    expect(isolate({ none: leaks, feed: leaks }, false)).toMatchObject({ leaks: 'rail', next: null })
  })
  it('what started elsewhere is not compared', () =>
    expect(isolate({ none: leaks, feed: capture('holds', 0.95, 200e3) }, true)).toMatchObject({
      leaks: 'unknown',
      next: 'feed',
      unlike: ['feed'],
    }))
})

describe('pump current', () => {
  const band: Band = { low: 4, high: 6.5, source: 'generic' }
  it.each([
    [5.2, 'good'],
    [8, 'bad'],
    [4.02, 'inconclusive'],
  ] as const)('%d A: %s', (ampere, verdict) =>
    expect(
      value(
        analyseCurrent(
          series(2, 200, () => ampere, 0.2),
          band,
          { relative: 0.02, absolute: 0.06 },
        ),
      ).verdict,
    ).toBe(verdict),
  )
  const expected = { currentA: 5, speedRadPerS: 500, currentSd: 0.3, speedSd: 25 }
  it.each([
    [5, 500, 'sound'],
    [8, 380, 'drag'],
    [3, 640, 'unloaded'],
    [3.6, 360, 'low-volts'],
    [0.05, null, 'open'],
    [15, null, 'stalled'],
    [8, 500, 'inconclusive'],
  ] as const)('%d A at %s rad/s: %s', (ampere, speed, state) =>
    expect(pumpStateOf(ampere, 0.1, speed, 5, expected)).toBe(state),
  )
})

describe('voltage drops', () => {
  const error = { relative: 0.003, absolute: 0.002 }
  const drops = [
    { id: 'fuse', dropV: 0.04, limitV: 0.05 },
    { id: 'plug', dropV: 0.62, limitV: 0.05 },
    { id: 'ground', dropV: 0.35, limitV: 0.2 },
  ]
  it('names the largest excess under load', () =>
    expect(judgeDrops(drops, 5, 5.2, error)).toMatchObject({
      culprit: 'plug',
      loaded: true,
      segments: [{ verdict: 'good' }, { verdict: 'bad' }, { verdict: 'bad' }],
    }))
  it('without load a pass says little, and a failure still counts', () => {
    const idle = judgeDrops(
      drops.map((drop) => ({ ...drop, dropV: 0.02 * drop.dropV })),
      0.1,
      5.2,
      error,
    )
    expect(idle.segments.map((segment) => segment.verdict)).toEqual([
      'says-little',
      'says-little',
      'says-little',
    ])
    expect(judgeDrops(drops, null, 5.2, error).segments[1]!.verdict).toBe('bad')
  })
  it('a drop at half the current that would be over the limit at the full one is left open, and says what it would be', () => {
    const [wire] = judgeDrops([{ id: 'wire', dropV: 0.3, limitV: 0.5 }], 2.6, 5.2, error).segments
    expect(wire!.verdict).toBe('inconclusive')
    expect(wire!.fullV).toBeCloseTo(0.6, 6)
  })
})

describe('vacuum', () => {
  it('air and vapour pressure as the handbook’s examples', () => {
    expect(ambientAt(500) / 1e3).toBeCloseTo(95.5, 1)
    expect(ambientAt(3000) / 1e3).toBeCloseTo(70.1, 1)
  })
  it('restriction and margin: the same vacuum boils a light fuel up high', () => {
    const inlet = series(5, 20, () => -6.4e3, 200)
    const band: Band = { low: -10e3, high: 5e3, source: 'generic' }
    const error = { relative: 0.01, absolute: 200 }
    expect(
      value(analyseVacuum(inlet, band, error, { ambientPa: ambientAt(0), boilsAtPa: 43.5e3 })),
    ).toMatchObject({ verdict: 'good', vapour: 'safe' })
    expect(
      value(analyseVacuum(inlet, band, error, { ambientPa: ambientAt(1500), boilsAtPa: 81e3 })),
    ).toMatchObject({ verdict: 'good', vapour: 'boils' })
    expect(
      value(analyseVacuum(inlet, band, error, { ambientPa: ambientAt(1500), boilsAtPa: null })).marginPa,
    ).toBeNull()
  })
})

describe('volume', () => {
  const law = { alphaM3PerSV: 14.67 * LH, betaM3PerSPa: (0.12 * LH) / 1e3, gammaM3PerS: 42 * LH }
  const service = { pressurePa: 300e3, pumpV: 13.5 }
  const error = { relative: 0.02, absolute: 0 }
  it('644 mL in 30 s is what an engine of 64.4 L/h wants with its margin', () =>
    expect(
      judgeVolume(
        { volumeM3: 644e-6, seconds: 30, pressurePa: 300e3, pumpV: 13.5 },
        64.4 * LH,
        service,
        error,
        law,
        true,
      ).wantedM3PerS / LH,
    ).toBeCloseTo(77.3, 1))
  it('a free flow is brought to pressure by the pump’s law; without it a pass says little', () => {
    const free = { volumeM3: 1300e-6, seconds: 30, pressurePa: 0, pumpV: 13.5 }
    const corrected = judgeVolume(free, 64.4 * LH, service, error, law, true)
    expect(corrected.serviceM3PerS! / LH).toBeCloseTo(156 - 36, 0)
    expect(judgeVolume(free, 64.4 * LH, service, error, null, true).verdict).toBe('says-little')
    expect(judgeVolume({ ...free, volumeM3: 400e-6 }, 64.4 * LH, service, error, null, true).verdict).toBe(
      'bad',
    )
  })
  it('a flow channel is a volume too, and the hand’s reaction counts only by hand', () => {
    const taken = volumeOf(
      series(15, 10, () => 100 * LH),
      300e3,
      13.5,
    )
    expect(taken.volumeM3 * 1e6).toBeCloseTo(416.7, 1)
    expect(judgeVolume(taken, 64.4 * LH, service, error, law, true).sd).toBeGreaterThan(
      judgeVolume(taken, 64.4 * LH, service, error, law, false).sd,
    )
  })
})

describe('a set of injectors', () => {
  const run = (id: string, mlPerMin: number, more = {}) => ({
    id,
    flowM3PerS: (mlPerMin * 1e-6) / 60,
    spray: 'cone' as const,
    dropsPerMin: 0,
    ...more,
  })
  const error = { relative: 0.005, absolute: 0 }
  it('against the set: the one that fell off, the one that dribbles, the one that leaks', () => {
    const found = value(
      judgeInjectors(
        [
          run('1', 200),
          run('2', 201),
          run('3', 172, { beforeM3PerS: 150e-6 / 60 }),
          run('4', 199, { spray: 'dribble' }),
          run('5', 200, { dropsPerMin: 4 }),
        ],
        null,
        error,
      ),
    )
    expect(found.injectors.map((injector) => injector.why)).toEqual([null, null, 'flow', 'spray', 'leaks'])
    expect(found.injectors[2]!.down).toBeCloseTo(0.14, 2)
    expect(found.injectors[2]!.gained).toBeCloseTo(0.11, 2)
    expect(found.by).toBe('set')
  })
  it('all of them low together is said', () =>
    expect(
      value(judgeInjectors([run('1', 170), run('2', 171), run('3', 169)], 200e-6 / 60, error)).allDown,
    ).toBeCloseTo(0.15, 2))
  it('one alone is no set', () =>
    expect(judgeInjectors([run('1', 200)], null, error)).toMatchObject({
      ok: false,
      error: { kind: 'too-few' },
    }))
})
