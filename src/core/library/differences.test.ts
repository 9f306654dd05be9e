import { describe, expect, it } from 'vitest'
import { LAYOUTS, layoutOf, solveScene, specificationOf, vehicleModel } from '../vehicle'
import { REPAIRS, differencesAt, libraryOf } from '.'

const every = Object.values(LAYOUTS).flatMap((layout) => layout.segments.flatMap((segment) => differencesAt(layout.id, [], segment.id, []).map((difference) => ({ layout, segment, ...difference }))))

describe('differences that can be said at a segment', () => {
  it('every layout offers some, each solves and every fault of it has a repair', () => {
    expect(new Set(every.map(({ layout }) => layout.id)).size).toBe(Object.keys(LAYOUTS).length)
    for (const { layout, kind, edit } of every) {
      const edited = layoutOf({ layoutId: layout.id, edits: [edit], scope: 'engine' })
      const model = vehicleModel(edited, specificationOf({}, edited))
      if (!model.ok) throw new Error(`${layout.id} ${kind}: ${model.error.problem}`)
      expect(edited.scenes.every((scene) => solveScene(model.value, model.value.nominal, scene, true).ok), `${layout.id} ${kind}`).toBe(true)
      const { faults } = libraryOf(edited)
      expect(faults.filter((fault) => fault.repairs.length === 0).map((fault) => fault.id)).toEqual([])
      expect(faults.flatMap((fault) => fault.repairs).every((id) => REPAIRS.some((repair) => repair.id === id))).toBe(true)
      expect(new Set(faults.map((fault) => fault.name)).size, `${layout.id} ${kind}: two faults of one name`).toBe(faults.length)
    }
  })
  it.each([
    ['A08', 'suctionLine', ['filter behind']],
    ['A01', 'cutOff', ['bridged', 'taken out']],
    ['A01', 'loom', ['relay behind', 'speed resistor behind']],
    ['A06', 'needle', ['another carburettor']],
    ['A06', 'pump', ['second pump']],
  ] as const)('%s %s: %s', (layoutId, segmentId, kinds) => expect(differencesAt(layoutId, [], segmentId, []).map((entry) => entry.kind)).toEqual(kinds))
  it('what would take away the test of a kept reading is not offered', () => {
    const kinds = (read: string[]) => differencesAt('A01', [], 'cutOff', read).map((entry) => entry.kind)
    expect(kinds(['T17'])).toEqual(['bridged'])
  })
  it('a second one gets an id of its own', () => {
    const [first] = differencesAt('A08', [], 'suctionLine', [])
    const [second] = differencesAt('A08', [first!.edit], 'suctionLine', [])
    expect(layoutOf({ layoutId: 'A08', edits: [first!.edit, second!.edit], scope: 'engine' }).parts.filter((part) => part.kind === 'filter').map((part) => part.id)).toEqual(expect.arrayContaining(['addedFilter1', 'addedFilter2']))
  })
})
