import { describe, expect, it } from 'vitest'
import { TESTS } from '../library'
import { SCENES, portReturnLayout, solveScene, specificationOf, vehicleModel } from '../vehicle'
import { nodePressurePa } from '../physics'
import { leakDownCapture, repaired, standInById, truthScene, truthVehicle } from '.'

describe('truth vehicles', () => {
  it.each(SCENES)('a sound one agrees with the model in "%s" to a few percent, though its laws differ', (scene) => {
    const vehicle = truthVehicle(1, specificationOf(), [])
    vehicle.theta.set(vehicle.model.nominal)
    const built = vehicleModel(portReturnLayout, specificationOf())
    if (!built.ok) throw new Error(built.error.problem)
    solveScene(built.value, built.value.nominal, scene, true)
    const { system } = built.value
    const truth = truthScene(vehicle, scene)
    expect(Math.abs(truth.pressurePa.rail! - nodePressurePa(system, system.nodeIndex.get('rail')!))).toBeLessThan(13e3)
    expect(truth.currentA).toBeCloseTo(system.motorCurrent[0]!, 0)
  })
  it('reads the same twice with one seed, otherwise with another', () => {
    const read = (seed: number) => TESTS.map((test) => JSON.stringify(standInById(truthVehicle(seed, specificationOf(), [{ faultId: 'F79', severity: 0.9 }]), test.id)))
    expect(read(4)).toEqual(read(4))
    expect(read(4)).not.toEqual(read(5))
  })
  it('a corroded feed plug loses volts in the plug and nowhere else', () => {
    const { volts } = truthScene(truthVehicle(9, specificationOf(), [{ faultId: 'F79', severity: 0.9 }]), 'keyOn')
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
      const samples = leakDownCapture(leaky, clamped, 300)
      return samples.at(-1)!.kPa / samples[0]!.kPa
    }
    expect(left('none')).toBeLessThan(0.5)
    expect(left('feed')).toBeGreaterThan(0.75)
  })
})
