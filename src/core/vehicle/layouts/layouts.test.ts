import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { nodePressurePa, solveNetwork } from '../../physics'
import {
  KINDS,
  LAYOUTS,
  gaugeLoopOf,
  leakPlacesOf,
  OPEN_OHM,
  buildNetwork,
  solveScene,
  specificationOf,
  vehicleModel,
  type Layout,
  type SceneId,
} from '..'

type Range = [number, number] | null
const RANGES = JSON.parse(
  readFileSync(new URL('../../../../tests/reference/layouts.json', import.meta.url), 'utf8'),
) as Record<
  string,
  { keyon_kPa: Range; idle_kPa: Range; full_kPa: Range; deadhead_kPa: Range; current_A: Range }
>

const modelOf = (layout: Layout) => {
  const built = vehicleModel(layout, specificationOf({}, layout))
  if (!built.ok) throw new Error(`${built.error.problem} at ${built.error.at}`)
  return built.value
}
const within = (value: number, range: Range, what: string) => {
  if (!range) return
  expect(value, what).toBeGreaterThanOrEqual(range[0])
  expect(value, what).toBeLessThanOrEqual(range[1])
}

describe.each(Object.values(LAYOUTS).map((layout) => [layout.id, layout] as const))(
  'layout %s, sound',
  (id, layout) => {
    const model = modelOf(layout)
    const kPa = (scene: SceneId, node = layout.gaugeAt) => {
      const outcome = solveScene(model, model.nominal, scene, true)
      expect(outcome.ok, `${scene} solves`).toBe(true)
      return nodePressurePa(model.system, model.system.nodeIndex.get(node)!) / 1e3
    }
    it('solves every scene inside the typical ranges', () => {
      layout.scenes.forEach((scene) => kPa(scene))
      const range = RANGES[id]!
      if (layout.scenes.includes('keyOn')) within(kPa('keyOn'), range.keyon_kPa, 'key on')
      within(kPa('idle'), range.idle_kPa, 'idle')
      within(kPa('load'), range.full_kPa, 'load')
      within(
        kPa('deadhead', layout.engine.kind === 'diesel' ? 'pumpOut' : layout.gaugeAt),
        range.deadhead_kPa,
        'deadhead',
      )
      if (model.system.motors.length > 0) {
        // The range of a controlled pump is that of its idle; of two pumps, that of the lift pump.
        const lift = model.system.motors.findIndex((motor) => motor.id === 'lift')
        solveScene(model, model.nominal, 'load', true)
        if (!layout.parts.some((part) => part.kind === 'speedControl'))
          within(model.system.motorCurrent[Math.max(lift, 0)]!, range.current_A, 'current')
      }
    })
    it('gives the engine what it asks for at idle, cranking and load', () => {
      const link = model.system.linkIds.indexOf(layout.engine.part)
      const demand = layout.generic.peakDemandM3PerS ?? specificationOf().peakDemandM3PerS.value
      const delivered = (['idle', 'cranking', 'load'] as const).map((scene) => {
        solveScene(model, model.nominal, scene, true)
        return model.system.flow[link]! / demand
      })
      expect(delivered[0]).toBeGreaterThan(0.02)
      expect(delivered[1]).toBeGreaterThan(0.1)
      expect(delivered[2]).toBeGreaterThan(0.93)
    })
    it('its stations, segments and parts name each other', () => {
      const parts = new Map(layout.parts.map((part) => [part.id, part]))
      expect(parts.size).toBe(layout.parts.length)
      const stations = new Set(layout.stations.map((station) => station.id))
      expect(stations.size).toBe(layout.stations.length)
      for (const segment of layout.segments) {
        expect([...stations], segment.id).toEqual(expect.arrayContaining([segment.from, segment.to]))
        segment.parts.forEach((part) => expect([...parts.keys()]).toContain(part))
      }
      for (const station of layout.stations)
        expect(
          model.system.nodeIndex.has(station.node) || model.system.electrical.nodeIndex.has(station.node),
          station.id,
        ).toBe(true)
      const shown = new Set([...layout.segments, ...layout.beside].flatMap((segment) => segment.parts))
      // What is nobody's suspect: the technician's own meter and can.
      for (const part of layout.parts)
        expect(
          shown.has(part.id) || ['meter', 'jar', 'testLead'].includes(part.kind),
          `${part.id} lies on no segment`,
        ).toBe(true)
    })
    it('leaves no current path and no flow when the key is off', () => {
      solveScene(model, model.nominal, 'rest', true)
      model.system.flow.forEach((flow) => expect(Math.abs(flow)).toBeLessThan(1e-9))
      model.system.motorCurrent.forEach((current) =>
        expect(Math.abs(current)).toBeLessThan(12 / OPEN_OHM + 1e-6),
      )
    })
    it('exports each scene as a plain network that any solver can take', () => {
      for (const scene of layout.scenes) {
        const answer = solveNetwork(buildNetwork(model, model.nominal, scene))
        if (!answer.ok) throw new Error(`${scene}: ${answer.error.kind}`)
        expect(answer.value.nodes[layout.gaugeAt]!.pressurePa / 1e3).toBeCloseTo(kPa(scene), 1)
      }
    })
  },
)

describe('kinds', () => {
  it('every kind is used by some layout', () => {
    const used = new Set(
      [
        ...Object.values(LAYOUTS),
        ...Object.values(LAYOUTS).map(gaugeLoopOf),
        ...Object.values(LAYOUTS).map(leakPlacesOf),
      ].flatMap((layout) => layout.parts.map((part) => part.kind)),
    )
    // A filter in the tank, a bridge, a bypass hose, a speed resistor, a capacitive probe and a further pump’s circuit come with an edit only.
    expect(Object.keys(KINDS).filter((kind) => !used.has(kind as keyof typeof KINDS))).toEqual([
      'tankFilter',
      'bypassHose',
      'ownCircuit',
      'ballast',
      'bridge',
      'probe',
    ])
  })
  it('a parameter that lands nowhere is refused by name', () => {
    const astray = {
      ...LAYOUTS.A01,
      parts: LAYOUTS.A01.parts.map((part) =>
        part.id === 'engine' ? { ...part, kind: 'filter' as const, from: 'rail', to: 'nowhere' } : part,
      ),
    }
    const refused = vehicleModel(astray, specificationOf())
    expect(refused.ok).toBe(false)
    if (!refused.ok) expect(refused.error.at).not.toBe('')
  })
})
