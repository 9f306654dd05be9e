/** What rigs and heat do to the solved vehicle: jumper, lamp, bypass, hot soak, a feed from behind. */
import { describe, expect, it } from 'vitest'
import { nodePressurePa, wireVoltage } from '../physics'
import {
  LAYOUTS,
  SCENE,
  layoutOf,
  parameterAt,
  solveScene,
  specificationOf,
  vehicleModel,
  type Edit,
  type LayoutId,
  type SceneId,
  type VehicleModel,
} from '.'

const models = new Map<LayoutId, VehicleModel>()
function modelOf(id: LayoutId): VehicleModel {
  const known = models.get(id)
  if (known) return known
  const built = vehicleModel(LAYOUTS[id], specificationOf({}, LAYOUTS[id]))
  if (!built.ok) throw new Error(built.error.problem)
  models.set(id, built.value)
  return built.value
}
/** Solves a scene with some parameters set, and looks. */
function look(id: LayoutId, scene: SceneId, set: Record<string, number> = {}) {
  const model = modelOf(id)
  const theta = model.nominal.slice()
  for (const [name, value] of Object.entries(set)) theta[parameterAt(model, name)] = value
  expect(solveScene(model, theta, scene, true).ok, `${id} ${scene} solves`).toBe(true)
  const { system } = model
  const volts = (node: string) => wireVoltage(system, system.electrical.nodeIndex.get(node)!)
  return {
    volts,
    kPa: nodePressurePa(system, system.nodeIndex.get(LAYOUTS[id].gaugeAt)!) / 1e3,
    pumpV: system.electrical.nodeIndex.has('pumpPlus') ? volts('pumpPlus') - volts('pumpMinus') : NaN,
    pumpA: system.motorCurrent[0] ?? NaN,
    flow: (link: string) => system.flow[system.linkIds.indexOf(link)]!,
  }
}
const withRelay = (Object.keys(LAYOUTS) as LayoutId[]).filter(
  (id) => LAYOUTS[id].scenes.includes('jumpered') && LAYOUTS[id].parts.some((part) => part.kind === 'relay'),
)

describe('a fused jumper at the relay base', () => {
  it.each(withRelay)('%s: goes past fuse, relay and command, and leaves loom and ground in the way', (id) => {
    const sound = look(id, 'jumpered')
    for (const [name, value] of [
      ['fuse.ohm', 1e6],
      ['relay.ohm', 2],
      ['relay.coil', 0],
      ['command.release', 0],
    ] as const)
      expect(look(id, 'jumpered', { [name]: value }).pumpV).toBeCloseTo(sound.pumpV, 6)
    for (const name of ['loom.ohm', 'ground.ohm', 'feedPlug.ohm'])
      expect(look(id, 'jumpered', { [name]: 1 }).pumpV).toBeLessThan(sound.pumpV - 1)
  })
  it('without a jumper the same faults stop the pump or slow it', () => {
    expect(look('A01', 'keyOn', { 'fuse.ohm': 1e6 }).kPa).toBeLessThan(5)
    expect(look('A01', 'keyOn', { 'relay.ohm': 2 }).pumpV).toBeLessThan(look('A01', 'keyOn').pumpV - 3)
  })
})

describe('a lamp in place of the pump', () => {
  it.each([0, 0.5, 2, 8])('divides the volts by its own 2.9 Ω, %s Ω in the feed', (ohm) => {
    const { pumpV, pumpA } = look('A01', 'lampLoad', { 'loom.ohm': ohm + 1e-3 })
    const others = 0.006 + 0.016 + 0.012 + 0.006 + 0.006 + 0.012 + 0.018
    expect(pumpV).toBeCloseTo((12.6 * 2.9) / (2.9 + ohm + 1e-3 + others), 1)
    expect(pumpA).toBeLessThan(0.01)
  })
  it('reads the same whether the pump behind the plug is open or seized', () => {
    const read = (set: Record<string, number>) => look('A01', 'lampLoad', set).volts('plugIn')
    expect(read({ 'pump.winding': 1e7 })).toBeCloseTo(read({}), 6)
    expect(read({ 'pump.friction': 50 })).toBeCloseTo(read({}), 6)
  })
})

describe('heat', () => {
  it('a scene is as hot as it says, and only driving heats', () => {
    expect(SCENE.hotRestart.heatFraction).toBe(1)
    for (const scene of Object.values(SCENE))
      if (scene.heatFraction > 0) expect(scene.engineTurns, scene.id).toBe(true)
  })
  it.each(['A01', 'A05', 'A06'] as const)(
    '%s: the lighter the fuel, the less is pumped at a hot restart; cold it makes no difference',
    (id) => {
      const delivered = [0, 0.5, 0.9].map(
        (volatility) => look(id, 'hotRestart', { 'fuel.volatility': volatility }).kPa,
      )
      expect(delivered[1]!).toBeLessThanOrEqual(delivered[0]! + 1e-6)
      expect(delivered[2]!).toBeLessThan(delivered[0]!)
      expect(look(id, 'cranking', { 'fuel.volatility': 0.9 }).kPa).toBeCloseTo(look(id, 'cranking').kPa, 6)
    },
  )
  it('light fuel and a warm return add up, and never to more than all of it', () => {
    const pumped = (set: Record<string, number>) => look('A01', 'hotRestart', set).flow('pump')
    const both = pumped({ 'fuel.volatility': 0.6, 'tank.heat': 0.6 })
    expect(both).toBeLessThan(pumped({ 'fuel.volatility': 0.6 }))
    expect(both).toBeGreaterThan(0)
  })
})

describe('a bypass round the filter', () => {
  it('takes a clogged filter’s loss away and leaves a sound vehicle as it was', () => {
    const clogged = { 'filter.loss': 200 }
    expect(look('A01', 'load', clogged).kPa).toBeLessThan(look('A01', 'filterBypassed', clogged).kPa - 50)
    expect(look('A01', 'filterBypassed', clogged).kPa).toBeCloseTo(look('A01', 'filterBypassed').kPa, 6)
    expect(Math.abs(look('A01', 'filterBypassed').kPa - look('A01', 'load').kPa)).toBeLessThan(10)
  })
})

describe('a pump fed from behind', () => {
  it('runs with the key out, and without a release', () => {
    expect(look('A01', 'rest', { 'relay.backFeed': 1 }).pumpV).toBeGreaterThan(10)
    expect(look('A01', 'cranking', { 'relay.backFeed': 1, 'command.release': 0 }).pumpV).toBeGreaterThan(5)
    expect(Math.abs(look('A01', 'rest').pumpV)).toBeLessThan(0.01)
  })
})

describe('one of several pumps alone', () => {
  const edits: Edit[] = ['pump2', 'pump3'].map((id) => ({
    kind: 'parallel',
    part: 'pump',
    by: { id, kind: 'pump', fed: 'own' },
  }))
  const three = layoutOf({ layoutId: 'A01', edits, scope: 'engine' })
  const built = vehicleModel(three, specificationOf({}, LAYOUTS['A01']))
  if (!built.ok) throw new Error(built.error.problem)
  const model = built.value
  const flowIn = (scene: SceneId, set: Record<string, number> = {}) => {
    const theta = model.nominal.slice()
    for (const [name, value] of Object.entries(set)) theta[parameterAt(model, name)] = value
    expect(solveScene(model, theta, scene, true).ok, scene).toBe(true)
    const { system } = model
    const motors = ['pump', 'pump2', 'pump3'].map(
      (id) =>
        system.motorCurrent[system.motors.findIndex((motor) => system.linkIds[motor.link] === id)] ?? NaN,
    )
    return { flow: system.flow[system.linkIds.indexOf('regulator')]!, motors }
  }
  it('its scenes are those of a vehicle that has several, each with its own pump running', () => {
    expect(LAYOUTS['A01'].scenes.some((id) => SCENE[id].alone !== null)).toBe(false)
    expect(three.scenes.filter((id) => SCENE[id].alone !== null)).toEqual([
      'pumpAlone',
      'pump2Alone',
      'pump3Alone',
    ])
    for (const [at, scene] of (['pumpAlone', 'pump2Alone', 'pump3Alone'] as const).entries())
      flowIn(scene).motors.forEach((amperes, k) =>
        k === at
          ? expect(amperes, scene).toBeGreaterThan(1)
          : expect(Math.abs(amperes), scene).toBeLessThan(0.05),
      )
  })
  it('gives some of what all give, and a worn one less than its sisters', () => {
    const [all, alone] = [flowIn('keyOn').flow, flowIn('pump2Alone').flow]
    expect(alone).toBeGreaterThan(0)
    expect(alone).toBeLessThan(0.6 * all)
    const worn = { 'pump2.leakage': 2 }
    expect(flowIn('pump2Alone', worn).flow).toBeLessThan(0.95 * alone)
    expect(flowIn('pump3Alone', worn).flow).toBeCloseTo(flowIn('pump3Alone').flow, 6)
  })
})
