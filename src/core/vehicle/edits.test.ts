import { describe, expect, it } from 'vitest'
import { nodePressurePa, wireVoltage } from '../physics'
import {
  LAYOUTS,
  editProblem,
  editLayout,
  parameterAt,
  solveScene,
  specificationOf,
  vehicleModel,
  type Edit,
  type Layout,
  type SceneId,
} from '.'

const edited = (base: Layout, ...edits: Edit[]): Layout => {
  const result = editLayout(base, edits)
  if (!result.ok) throw new Error(result.error.problem)
  return result.value
}
const modelOf = (layout: Layout) => {
  const built = vehicleModel(layout, specificationOf({}, layout))
  if (!built.ok) throw new Error(`${built.error.problem} at ${built.error.at}`)
  return built.value
}
function railPa(layout: Layout, scene: SceneId, change: Record<string, number> = {}): number {
  const model = modelOf(layout)
  const theta = model.nominal.slice()
  for (const [id, value] of Object.entries(change)) theta[parameterAt(model, id)] = value
  expect(solveScene(model, theta, scene, true).ok).toBe(true)
  return nodePressurePa(model.system, model.system.nodeIndex.get('rail')!)
}
function pumpVolts(layout: Layout, change: Record<string, number> = {}): number {
  const model = modelOf(layout)
  const theta = model.nominal.slice()
  for (const [id, value] of Object.entries(change)) theta[parameterAt(model, id)] = value
  expect(solveScene(model, theta, 'keyOn', true).ok).toBe(true)
  const at = (node: string) => wireVoltage(model.system, model.system.electrical.nodeIndex.get(node)!)
  return at('pumpPlus') - at('pumpMinus')
}

describe('edits of a layout', () => {
  const second: Edit = {
    kind: 'insert',
    after: 'frontLine',
    part: { id: 'secondFilter', kind: 'filter', name: 'Second filter' },
  }
  it('an extra filter adds its own loss, station and segment; clogged, it starves like the first', () => {
    const layout = edited(LAYOUTS.A01, second)
    expect(layout.segments.map((segment) => segment.id)).toEqual(
      expect.arrayContaining(['filter', 'frontLine', 'secondFilter']),
    )
    expect(layout.stations.some((station) => station.id === 'secondFilterIn')).toBe(true)
    expect(railPa(layout, 'openLine')).toBeLessThan(railPa(LAYOUTS.A01, 'openLine'))
    expect(railPa(layout, 'load', { 'secondFilter.loss': 120 })).toBeLessThan(0.8 * railPa(layout, 'load'))
  })
  it('a bridged switch carries the pump even when the switch is open', () => {
    const layout = edited(LAYOUTS.A01, { kind: 'bypass', part: 'cutOff' })
    expect(pumpVolts(LAYOUTS.A01, { 'cutOff.ohm': 1e7 })).toBeLessThan(0.5)
    expect(pumpVolts(layout, { 'cutOff.ohm': 1e7 })).toBeGreaterThan(11)
  })
  it('a removed part leaves its neighbours joined', () => {
    const layout = edited(LAYOUTS.A01, { kind: 'remove', part: 'cutOff' })
    expect(layout.parts.some((part) => part.id === 'cutOff')).toBe(false)
    expect(layout.segments.find((segment) => segment.id === 'loom')!.from).toBe('relayOut')
    expect(pumpVolts(layout)).toBeGreaterThan(pumpVolts(LAYOUTS.A01))
  })
  it('a second filter beside the first loses less against an open line', () => {
    const layout = edited(LAYOUTS.A01, {
      kind: 'parallel',
      part: 'filter',
      by: { id: 'sisterFilter', kind: 'filter' },
    })
    expect(railPa(layout, 'openLine')).toBeGreaterThan(railPa(LAYOUTS.A01, 'openLine'))
  })
  it('a regulator without a vacuum hose in place of the old one holds its pressure at idle', () => {
    const layout = edited(LAYOUTS.A01, { kind: 'replace', part: 'regulator', by: 'tankRegulator' })
    expect(railPa(layout, 'idle')).toBeGreaterThan(railPa(LAYOUTS.A01, 'idle') + 40e3)
  })
  it('a filter that lies in the tank starves like the one in the line, and leaves the line whole', () => {
    const layout = edited(LAYOUTS.A02, { kind: 'intoTank', part: 'filter' })
    expect(layout.segments.map(({ id }) => id)).not.toContain('filter')
    expect(layout.segments.find(({ id }) => id === 'tankFilter')!.to).toBe('flange')
    expect(layout.parts.find(({ id }) => id === 'rearLine')!.to).toBe(
      layout.parts.find(({ id }) => id === 'frontLine')!.from,
    )
    const sound = railPa(layout, 'load')
    expect(Math.abs(sound - railPa(LAYOUTS.A02, 'load'))).toBeLessThan(0.1 * sound)
    expect(railPa(layout, 'load', { 'tankFilter.loss': 300 })).toBeLessThan(0.8 * sound)
    expect(editProblem('A05', [{ kind: 'intoTank', part: 'filter' }])).not.toBeNull()
  })
  it('leaves the base as it was, and undoes itself: insert and remove give the same answers', () => {
    const before = JSON.stringify(LAYOUTS.A01)
    const back = edited(LAYOUTS.A01, second, { kind: 'remove', part: 'secondFilter' })
    expect(JSON.stringify(LAYOUTS.A01)).toBe(before)
    for (const scene of ['keyOn', 'load', 'openLine'] as const)
      expect(railPa(back, scene)).toBeCloseTo(railPa(LAYOUTS.A01, scene), 0)
  })
  it.each<{ name: string; edit: Edit; words: string }>([
    { name: 'a part that is not there', edit: { kind: 'remove', part: 'turbo' }, words: 'no part turbo' },
    {
      name: 'an id that is taken',
      edit: { kind: 'insert', after: 'frontLine', part: { id: 'filter', kind: 'filter', name: 'x' } },
      words: 'another id',
    },
    {
      name: 'a filter in a wire',
      edit: { kind: 'insert', after: 'loom', part: { id: 'f2', kind: 'filter', name: 'Filter' } },
      words: 'does not belong',
    },
    { name: 'bypassing the tank', edit: { kind: 'bypass', part: 'tank' }, words: 'cannot be bypassed' },
  ])('refuses $name, and says which edit', ({ edit, words }) => {
    const refused = editLayout(LAYOUTS.A01, [second, edit])
    expect(refused.ok).toBe(false)
    if (!refused.ok) expect(refused.error).toMatchObject({ edit: 1, problem: expect.stringContaining(words) })
  })
})

/** Every edit that a part could be put to. */
function editsOn(part: Layout['parts'][number]): Edit[] {
  return [
    { kind: 'bypass', part: part.id },
    { kind: 'remove', part: part.id },
    { kind: 'parallel', part: part.id, by: { id: 'twin', kind: part.kind } },
    { kind: 'insert', after: part.id, part: { id: 'added', kind: part.kind, name: 'Added' } },
  ]
}

describe.each(Object.values(LAYOUTS))('any edit of any part of $id', (layout) => {
  const cases = layout.parts.flatMap((part) =>
    editsOn(part).map((edit) => ({ part, edit, result: editLayout(layout, [edit]) })),
  )
  const made = cases.flatMap(({ part, edit, result }) =>
    result.ok ? [{ part, edit, layout: result.value }] : [],
  )
  it('is taken or refused in a sentence that names what is wrong, and many are taken', () => {
    for (const { result } of cases)
      if (!result.ok)
        expect(result.error).toMatchObject({ edit: 0, problem: expect.stringMatching(/^[A-Za-z].{12,}\.$/) })
    expect(made.length).toBeGreaterThan(layout.parts.length / 2)
  })
  it('leaves no part, station or segment hanging', () => {
    for (const { layout: after } of made) {
      const parts = new Set(after.parts.map((part) => part.id))
      const stations = new Set(after.stations.map((station) => station.id))
      expect(parts.size).toBe(after.parts.length)
      expect(stations.size).toBe(after.stations.length)
      for (const segment of after.segments) {
        expect(stations).toContain(segment.from)
        expect(stations).toContain(segment.to)
        segment.parts.forEach((id) => expect(parts).toContain(id))
      }
    }
  })
  it('bypassed parts still build, and solve at rest with every pressure finite', () => {
    for (const { edit, layout: after } of made.filter((one) => one.edit.kind === 'bypass')) {
      const model = modelOf(after)
      const solved = solveScene(model, model.nominal.slice(), 'rest', true)
      expect(solved.ok, JSON.stringify(edit)).toBe(true)
      for (const at of model.system.nodeIndex.values())
        expect(Number.isFinite(nodePressurePa(model.system, at))).toBe(true)
    }
  })
})
