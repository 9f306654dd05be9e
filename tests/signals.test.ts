/** What the stand-in instruments show over time: it comes to rest where the steady truth does, and captures find in it what was put in. */
import { describe, expect, it } from 'vitest'
import { analyseLeakDown, analysePrime, analyseWaveform, noiseOf, present } from '@/core/bench'
import { LAYOUTS, specificationOf, type LayoutId } from '@/core/vehicle'
import {
  PLAIN_TRAITS,
  barsOf,
  currentWaveform,
  leakDownSeries,
  railSignal,
  throughInstrument,
  truthScene,
  truthVehicle,
  type HiddenFault,
} from '@/core/simulate'

const vehicle = (hidden: HiddenFault[] = [], seed = 5, id: LayoutId = 'A01') =>
  truthVehicle(seed, specificationOf({}, LAYOUTS[id]), hidden, LAYOUTS[id])
const kPa = (pa: number) => pa / 1e3

describe('the stand-in rail', () => {
  it.each(['A01', 'A02', 'A11'] as const)(
    '%s comes to rest, act by act, where the steady truth stands',
    (id) => {
      const one = vehicle([], 5, id)
      const signal = railSignal(
        one,
        [
          { scene: 'keyOn', lastsS: 3 },
          { scene: 'load', lastsS: 4 },
          { scene: 'idle', lastsS: 4 },
        ],
        20,
      )
      const at = (second: number) => signal.pressurePa[Math.round(second * 20) - 1]!
      for (const [second, scene] of [
        [3, 'keyOn'],
        [7, 'load'],
        [11, 'idle'],
      ] as const)
        expect(Math.abs(kPa(at(second)) - kPa(truthScene(one, scene).pressurePa.rail!)), scene).toBeLessThan(
          1.5,
        )
    },
  )
  it('primes in a second when full, later when the line has drained, never with a weak pump', () => {
    const band = { low: 260e3, high: 360e3, source: 'generic' as const }
    const primed = (of: ReturnType<typeof vehicle>, dryM3: number) => {
      const signal = railSignal(
        of,
        [
          { scene: 'off', lastsS: 0.5 },
          { scene: 'keyOn', lastsS: 3 },
          { scene: 'off', lastsS: 2 },
        ],
        50,
        dryM3,
      )
      const answer = analysePrime(
        { seconds: signal.seconds, values: signal.pressurePa },
        band,
        { relative: 0, absolute: 3e3 },
        { seconds: signal.seconds, values: signal.currentA },
      )
      if (!answer.ok) throw new Error(answer.error.kind)
      return answer.value
    }
    const full = primed(vehicle(), 0)
    const drained = primed(vehicle(), 40e-6)
    expect(full.toPressureS!).toBeLessThan(1)
    expect(drained.toPressureS!).toBeGreaterThan(full.toPressureS! + 0.8)
    expect(primed(vehicle([{ faultId: 'F23', severity: 0.95 }]), 0)).toMatchObject({
      toPressureS: null,
      side: 'low',
    })
  })
  it('falls after the key is off as the leak-down does', () => {
    const leaky = vehicle([{ faultId: 'F28', severity: 0.5 }])
    const signal = railSignal(
      leaky,
      [
        { scene: 'keyOn', lastsS: 3 },
        { scene: 'off', lastsS: 300 },
      ],
      2,
    )
    const series = leakDownSeries(leaky, 'none', 300)
    for (const second of [30, 120, 300])
      expect(Math.abs(kPa(signal.pressurePa[2 * (second + 3) - 1]!) - series[second]!)).toBeLessThan(
        0.02 * series[0]!,
      )
    expect(
      analyseLeakDown({ seconds: signal.seconds.subarray(6), values: signal.pressurePa.subarray(6) }, 300e3),
    ).toMatchObject({ ok: true, value: { verdict: 'leaks' } })
  })
})

describe('its pump at waveform rate', () => {
  it('turns at the truth’s speed, with its bars', () => {
    for (const seed of [1, 2, 3, 4]) {
      const one = vehicle([], seed)
      const wave = currentWaveform(one, 'keyOn', 0.3, 20_000)
      const answer = analyseWaveform(
        {
          seconds: wave.seconds,
          values: throughInstrument(one, 'clamp', wave.seconds, wave.currentA, {
            ...PLAIN_TRAITS,
            noise: 0.03,
            driftPerS: 0.3,
          }),
        },
        barsOf(one),
      )
      if (!answer.ok) throw new Error(answer.error.kind)
      expect(answer.value.speedRadPerS! / wave.speedRadPerS).toBeCloseTo(1, 1.7)
      expect(answer.value.finding).toBe('even')
    }
  })
})

describe('an instrument', () => {
  const seconds = Float64Array.from({ length: 4000 }, (_, k) => k / 100)
  const flat = seconds.map(() => 100)
  it('adds its noise, offset and drift, and loses samples in stretches', () => {
    const shown = throughInstrument(vehicle(), 'gauge', seconds, flat, {
      noise: 2,
      offset: 5,
      driftPerS: 0.1,
      lossesPerS: 0.2,
      lossLastsS: 0.5,
      step: 0,
    })
    const seen = present({ seconds, values: shown })
    expect(seen.values.length).toBeLessThan(4000)
    expect(noiseOf(seen.values)).toBeCloseTo(2, 0)
    expect(seen.values.at(-1)! - 4 - 105).toBeLessThan(8)
    expect(
      throughInstrument(vehicle(), 'gauge', seconds, flat, { ...PLAIN_TRAITS, step: 5, offset: 2 })[0],
    ).toBe(100)
  })
  it('shows the same twice, and another instrument another noise', () => {
    const traits = { ...PLAIN_TRAITS, noise: 1 }
    expect(throughInstrument(vehicle(), 'a', seconds, flat, traits)).toEqual(
      throughInstrument(vehicle(), 'a', seconds, flat, traits),
    )
    expect(throughInstrument(vehicle(), 'a', seconds, flat, traits)).not.toEqual(
      throughInstrument(vehicle(), 'b', seconds, flat, traits),
    )
  })
})
