/** The gauge loop: needle positions worked out by hand, polarity of faults by type of gauge, and the truth that differs. */
import { describe, expect, it } from 'vitest'
import { faulty, libraryOf, type Quantity } from '@/core/library'
import { standInById, truthValue, truthVehicle } from '@/core/simulate'
import {
  GAUGE_LOOPS,
  LAYOUTS,
  gaugeLoopOf,
  parameterAt,
  specificationOf,
  vehicleModel,
  type LayoutId,
} from '@/core/vehicle'
import { nominalTable, observe, observerOf, posteriorOf, suspectsOf, type Evidence } from '@/core/diagnosis'

const modelOf = (id: LayoutId) => {
  const layout = gaugeLoopOf(LAYOUTS[id])
  const built = vehicleModel(layout, specificationOf({}, layout))
  if (!built.ok) throw new Error(built.error.problem)
  return built.value
}
function read(
  id: LayoutId,
  quantity: Quantity,
  change: Record<string, number> = {},
  faultId?: string,
): number {
  const model = modelOf(id)
  const fault = libraryOf(model.layout).faults.find((candidate) => candidate.id === faultId)
  const theta = fault ? faulty(model, [{ fault, severity: 1 }]) : model.nominal.slice()
  for (const [name, value] of Object.entries(change)) theta[parameterAt(model, name)] = value
  const { values, sound } = observe(observerOf(model, [quantity]), theta, false)
  expect(sound).toBe(true)
  return values[0]!
}
const shown: Quantity = { of: 'shown', scene: 'gaugeOn' }
const IDS = Object.keys(GAUGE_LOOPS) as LayoutId[]

describe('what a sound gauge shows', () => {
  it.each(IDS)('%s: the content, from nearly empty to full', (id) => {
    const capacity = specificationOf({}, LAYOUTS[id]).tankCapacityM3.value
    for (const share of [0.05, 0.25, 0.5, 0.75, 1])
      expect(read(id, shown, { 'tank.volumeM3': share * capacity })).toBeCloseTo(share, 1)
  })
  it.each([
    // 240 to 33 ohm, half full: 136.5 ohm and its series 0.2; thermal: 10 V over coil 65, wire 0.4, plug 0.02, ground 0.06.
    {
      id: 'A05' as const,
      what: { of: 'volts', red: 'gaugeOut', black: '0', scene: 'gaugeOn' } as Quantity,
      volts: (10 * 137.18) / (137.18 + 65),
    },
    // 0 to 90 ohm, half full: 45.2 ohm; battery volts less fuse, coil 90 beside a rest coil of 180.
    {
      id: 'A07' as const,
      what: { of: 'volts', red: 'gaugeOut', black: 'gaugeIn', scene: 'gaugeOn' } as Quantity,
      volts: -(12.6 * 90) / (90 + 45.68),
    },
    // 250 to 20 ohm against 330 ohm to 5 V.
    {
      id: 'A01' as const,
      what: { of: 'volts', red: 'gaugeOut', black: '0', scene: 'gaugeOn' } as Quantity,
      volts: (5 * 135.68) / (135.68 + 330),
    },
  ])('$id: volts by hand', ({ id, what, volts }) =>
    expect(read(id, what, { 'tank.volumeM3': 0.035 })).toBeCloseTo(volts, 1),
  )
})

describe('faults by type', () => {
  it.each([
    { id: 'A05' as const, fault: 'F88', end: 'empty' },
    { id: 'A05' as const, fault: 'F88s', end: 'full' },
    { id: 'A07' as const, fault: 'F88', end: 'full' },
    { id: 'A07' as const, fault: 'F88s', end: 'empty' },
    { id: 'A08' as const, fault: 'F88', end: 'full' },
    { id: 'A01' as const, fault: 'F78g', end: 'empty' },
    { id: 'A05' as const, fault: 'F69g', end: 'empty' },
    { id: 'A07' as const, fault: 'F69g', end: 'empty' },
  ])('$id with $fault lies at $end', ({ id, fault, end }) => {
    const at = read(id, shown, {}, fault)
    if (end === 'empty') expect(at).toBeLessThan(0.05)
    else expect(at).toBeGreaterThan(0.95)
  })
  it('a sender that runs the other way is right in the middle and wrong at both ends', () => {
    const error = (share: number) =>
      read('A01', { of: 'gaugeError', scene: 'gaugeOn' }, { 'tank.volumeM3': share * 0.07 }, 'F85')
    expect(Math.abs(error(0.5))).toBeLessThan(0.05)
    expect(error(0.1)).toBeGreaterThan(0.6)
    expect(error(0.9)).toBeLessThan(-0.6)
  })
  it('a limiter that pulses is sound: watching it accuses nothing', () => {
    const table = nominalTable(modelOf('A05'))
    const complaint = { symptoms: ['gaugeOff' as const], raisers: [], failingNow: 'yes' as const }
    const limiter = (evidence: Evidence[]) =>
      suspectsOf(posteriorOf(table, complaint, evidence)).find((suspect) => suspect.id === 'limiter')!
        .probability
    expect(
      limiter([
        { id: 'a', testId: 'T65', value: { kind: 'outcome', outcome: 'pulses' }, faultPresent: 'yes' },
      ]),
    ).toBeLessThan(0.15 * limiter([]))
    expect(
      limiter([
        { id: 'a', testId: 'T65', value: { kind: 'outcome', outcome: 'battery' }, faultPresent: 'yes' },
      ]),
    ).toBeGreaterThan(5 * limiter([]))
  })
})

describe('the truth behind the stand-in gauge', () => {
  it.each(IDS)('%s: bends a little, and reads as the model does within a few percent', (id) => {
    const layout = gaugeLoopOf(LAYOUTS[id])
    const vehicle = truthVehicle(3, specificationOf({}, layout), [], layout)
    vehicle.theta.set(vehicle.model.nominal)
    const error = truthValue(vehicle, shown) - read(id, shown)
    expect(Math.abs(error)).toBeLessThan(0.04)
    expect(Math.abs(error)).toBeGreaterThan(1e-4)
  })
  it('hidden faults of the engine do not touch the gauge, and unknown ones are refused', () => {
    const layout = gaugeLoopOf(LAYOUTS.A01)
    const tests = libraryOf(layout).tests.map((test) => test.id)
    const values = (faultId?: string) =>
      tests.map((id) =>
        JSON.stringify(
          standInById(
            truthVehicle(4, specificationOf(), faultId ? [{ faultId, severity: 0.7 }] : [], layout),
            id,
          ),
        ),
      )
    expect(values('F41')).toEqual(values())
    expect(values('F88')).not.toEqual(values())
    expect(() => values('F999')).toThrow('F999')
  })
})
