/**
 * Signatures: how causes of low pressure separate, and how residual pressure separates leaks (handbook
 * 2.4 and 2.5, an independent table by people). The solved model must show the same picture.
 */
import { beforeAll, describe, expect, it } from 'vitest'
import { faulty, libraryOf, type Quantity } from '@/core/library'
import { LAYOUTS, specificationOf, vehicleModel, type VehicleModel } from '@/core/vehicle'
import { observe, observerOf } from '@/core/diagnosis'
import { leakDownSeries, truthVehicle } from '@/core/simulate'

let model: VehicleModel
beforeAll(() => {
  const built = vehicleModel(LAYOUTS.A01, specificationOf())
  if (!built.ok) throw new Error(built.error.problem)
  model = built.value
})

const LOOKS = {
  volts: { of: 'volts', red: 'pumpPlus', black: 'pumpMinus', scene: 'load' },
  current: { of: 'current', scene: 'load' },
  speed: { of: 'speed', scene: 'load' },
  free: { of: 'flow', link: 'jar', scene: 'openLine' },
  pumped: { of: 'flow', link: 'pump', scene: 'load' },
  suction: { of: 'pressure', at: 'pumpIn', scene: 'load' },
  deadhead: { of: 'pressure', at: 'rail', scene: 'deadhead' },
  back: { of: 'flow', link: 'regulator', scene: 'keyOn' },
  rail: { of: 'pressure', at: 'rail', scene: 'load' },
} as const satisfies Record<string, Quantity>
type Look = keyof typeof LOOKS

function compared(faultId: string | null, severity: number): Record<Look, number> {
  const names = Object.keys(LOOKS) as Look[]
  const observer = observerOf(
    model,
    names.map((name) => LOOKS[name]),
  )
  const theta = faultId
    ? faulty(model, [
        { fault: libraryOf(LAYOUTS.A01).faults.find((fault) => fault.id === faultId)!, severity },
      ])
    : model.nominal.slice()
  const { values } = observe(observer, theta, false)
  return Object.fromEntries(names.map((name, at) => [name, values[at]!])) as Record<Look, number>
}

type Verdict = 'low' | 'ok' | 'high'
const verdictOf = (ratio: number): Verdict => (ratio < 0.94 ? 'low' : ratio > 1.06 ? 'high' : 'ok')

describe('signature separation at load, pressure low', () => {
  it.each([
    {
      cause: 'feed resistance high',
      faultId: 'F77',
      severity: 0.75,
      expected: { volts: 'low', speed: 'low', free: 'low', pumped: 'low', suction: 'ok' },
    },
    {
      cause: 'ground resistance high',
      faultId: 'F78',
      severity: 0.75,
      expected: { volts: 'low', speed: 'low', free: 'low', pumped: 'low', suction: 'ok' },
    },
    {
      cause: 'pump worn',
      faultId: 'F23',
      severity: 0.8,
      expected: { volts: 'ok', pumped: 'low', deadhead: 'low', suction: 'ok' },
    },
    {
      cause: 'pump stiff',
      faultId: 'F25',
      severity: 0.5,
      expected: { current: 'high', speed: 'low', free: 'low', pumped: 'low', suction: 'ok' },
    },
    {
      cause: 'strainer blocked',
      faultId: 'F19',
      severity: 0.9,
      expected: { volts: 'ok', free: 'low', pumped: 'low' },
    },
    {
      cause: 'filter blocked',
      faultId: 'F41',
      severity: 0.95,
      expected: { volts: 'ok', current: 'high', pumped: 'low', deadhead: 'ok', suction: 'ok' },
    },
    {
      cause: 'regulator low',
      faultId: 'F44',
      severity: 0.2,
      expected: { volts: 'ok', current: 'low', deadhead: 'ok', suction: 'ok', rail: 'low' },
    },
    {
      cause: 'module hose split',
      faultId: 'F32',
      severity: 0.8,
      expected: { free: 'low', deadhead: 'low', back: 'low', rail: 'low' },
    },
    {
      cause: 'relief weak',
      faultId: 'F29',
      severity: 0.1,
      expected: { volts: 'ok', current: 'low', free: 'ok', deadhead: 'low', rail: 'low' },
    },
  ] as { cause: string; faultId: string; severity: number; expected: Partial<Record<Look, Verdict>> }[])(
    '$cause',
    ({ faultId, severity, expected }) => {
      const sound = compared(null, 0)
      const sick = compared(faultId, severity)
      const seen = Object.fromEntries(
        (Object.keys(expected) as Look[]).map((look) => [
          look,
          look === 'suction'
            ? Math.abs(sick.suction - sound.suction) < 4e3
              ? 'ok'
              : 'low'
            : verdictOf(sick[look] / sound[look]),
        ]),
      )
      expect(seen).toEqual(expected)
    },
  )
  it('wear leaves free flow nearly alone where only the leakage grew: a free-flow pass hides it', () => {
    const theta = model.nominal.slice()
    theta[model.parameterIndex.get('pump.leakage')!] = 2.5
    const observer = observerOf(model, [LOOKS.free, LOOKS.pumped])
    const [free, pumped] = observe(observer, theta, false).values
    const [soundFree, soundPumped] = observe(observer, model.nominal, false).values
    expect(free! / soundFree!).toBeGreaterThan(0.97)
    expect(pumped! / soundPumped!).toBeLessThan(0.7)
  })
})

describe('residual pressure separates the leaks, on truth vehicles', () => {
  const holds = (faultIds: string[], clamped: 'none' | 'feed' | 'return') => {
    const vehicle = truthVehicle(
      77,
      specificationOf(),
      faultIds.map((faultId) => ({ faultId, severity: 0.75 })),
    )
    const series = leakDownSeries(vehicle, clamped, 300)
    return series.at(-1)! / series[0]! > 0.6
  }
  it.each([
    { fault: 'check valve', faultIds: ['F28'], none: false, feed: true, back: false },
    { fault: 'regulator seat', faultIds: ['F47'], none: false, feed: false, back: true },
    { fault: 'injectors', faultIds: ['F51'], none: false, feed: false, back: false },
    { fault: 'check valve and regulator', faultIds: ['F28', 'F47'], none: false, feed: false, back: false },
    { fault: 'nothing', faultIds: [], none: true, feed: true, back: true },
  ])('$fault', ({ faultIds, none, feed, back }) => {
    expect([holds(faultIds, 'none'), holds(faultIds, 'feed'), holds(faultIds, 'return')]).toEqual([
      none,
      feed,
      back,
    ])
  })
})
