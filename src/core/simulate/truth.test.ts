import { describe, expect, it } from 'vitest'
import { libraryOf } from '../library'
import { LAYOUTS, SCOPES, inScope, solveScene, specificationOf, vehicleModel } from '../vehicle'
import { nodePressurePa } from '../physics'
import { faultsLeft, leakDownSeries, repaired, standInById, truthScene, truthVehicle } from '.'

describe('truth vehicles', () => {
  it.each(
    SCOPES.flatMap((scope) => Object.values(LAYOUTS).map((layout) => inScope(layout, scope))).flatMap(
      (layout) => layout.scenes.map((scene) => [`${layout.id} ${layout.scope}`, scene, layout] as const),
    ),
  )(
    '%s: a sound one agrees with the model in "%s" to a few percent, though its laws differ',
    (id, scene, layout) => {
      const vehicle = truthVehicle(1, specificationOf({}, layout), [], layout)
      vehicle.theta.set(vehicle.model.nominal)
      const built = vehicleModel(layout, specificationOf({}, layout))
      if (!built.ok) throw new Error(built.error.problem)
      solveScene(built.value, built.value.nominal, scene, true)
      const { system } = built.value
      const truth = truthScene(vehicle, scene)
      for (const station of layout.stations.filter((candidate) =>
        ['fuel', 'return'].includes(candidate.track),
      )) {
        const modelPa = nodePressurePa(system, system.nodeIndex.get(station.node)!)
        expect(Math.abs(truth.pressurePa[station.node]! - modelPa), station.name).toBeLessThan(
          Math.max(5e3, 0.04 * Math.abs(modelPa)),
        )
      }
      system.motors.forEach((motor, at) =>
        expect(Math.abs(truth.motors[motor.id]!.currentA - system.motorCurrent[at]!), motor.id).toBeLessThan(
          0.5,
        ),
      )
    },
  )
  it('a junction balances on the truth too: what the pump moves arrives', () => {
    const { flow } = truthScene(
      truthVehicle(5, specificationOf(), [{ faultId: 'F32', severity: 0.5 }]),
      'load',
    )
    expect(flow.pump! - flow.relief! - flow.moduleHose!).toBeCloseTo(flow.injectors! + flow.regulator!, 8)
  })
  it('reads the same twice with one seed, otherwise with another', () => {
    const read = (seed: number) =>
      libraryOf(LAYOUTS.A01).tests.map((test) =>
        JSON.stringify(
          standInById(truthVehicle(seed, specificationOf(), [{ faultId: 'F79', severity: 0.9 }]), test.id),
        ),
      )
    expect(read(4)).toEqual(read(4))
    expect(read(4)).not.toEqual(read(5))
  })
  it('a corroded feed plug loses volts in the plug and nowhere else', () => {
    const { volts } = truthScene(
      truthVehicle(9, specificationOf(), [{ faultId: 'F79', severity: 0.9 }]),
      'keyOn',
    )
    expect(volts.plugIn! - volts.plugOut!).toBeGreaterThan(2)
    expect(volts.post! - volts.plugIn!).toBeLessThan(0.8)
  })
  it('is cured by the right repair only', () => {
    const sick = truthVehicle(9, specificationOf(), [{ faultId: 'F41', severity: 0.9 }])
    const load = (vehicle: typeof sick) => truthScene(vehicle, 'load').pressurePa.rail!
    expect(load(repaired(sick, ['plug']))).toBeCloseTo(load(sick), 0)
    expect(load(repaired(sick, ['filter']))).toBeGreaterThan(load(sick) + 50e3)
  })
  it('its leak-down falls, faster with a leaking check valve, and holds again with the feed clamped', () => {
    const leaky = truthVehicle(2, specificationOf(), [{ faultId: 'F28', severity: 0.5 }])
    const left = (clamped: 'none' | 'feed') => {
      const series = leakDownSeries(leaky, clamped, 300)
      return series.at(-1)! / series[0]!
    }
    expect(left('none')).toBeLessThan(0.5)
    expect(left('feed')).toBeGreaterThan(0.75)
  })
})

describe('a truth vehicle with a chain', () => {
  const seed = Array.from({ length: 60 }, (_, k) => k).find(
    (k) => faultsLeft(truthVehicle(k, specificationOf(), [{ faultId: 'F10', severity: 0.5 }])).effects === 3,
  )!
  const vehicle = truthVehicle(seed, specificationOf(), [{ faultId: 'F10', severity: 0.5 }])
  it('is cured by its cause and what that leaves, in either order, and by nothing less', () => {
    expect(faultsLeft(repaired(vehicle, ['injectors']))).toEqual({ causes: 1, effects: 2 })
    expect(faultsLeft(repaired(vehicle, ['cleanTank']))).toEqual({ causes: 0, effects: 1 })
    expect(repaired(repaired(vehicle, ['cleanTank']), ['injectors']).hidden).toEqual([])
    expect(repaired(repaired(vehicle, ['injectors']), ['cleanTank']).hidden).toEqual([])
    expect(repaired(vehicle, ['relay']).hidden).toHaveLength(1)
  })
})
