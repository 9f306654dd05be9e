import { describe, expect, it } from 'vitest'
import {
  LAYOUTS,
  editProblem,
  layoutOf,
  solveScene,
  specificationOf,
  vehicleModel,
  type LayoutId,
} from '../vehicle'
import { REPAIRS, differencesAt, libraryOf, repairById } from '.'

const every = Object.values(LAYOUTS).flatMap((layout) =>
  layout.segments.flatMap((segment) =>
    differencesAt({ layoutId: layout.id, edits: [], scope: 'engine' }, segment.id, []).map((difference) => ({
      layout,
      segment,
      ...difference,
    })),
  ),
)

describe('differences that can be said at a segment', () => {
  it('every layout offers some, each solves and every fault of it has a repair', () => {
    expect(new Set(every.map(({ layout }) => layout.id)).size).toBe(Object.keys(LAYOUTS).length)
    for (const { layout, kind, edit } of every) {
      const edited = layoutOf({ layoutId: layout.id, edits: [edit], scope: 'engine' })
      const model = vehicleModel(edited, specificationOf({}, edited))
      if (!model.ok) throw new Error(`${layout.id} ${kind}: ${model.error.problem}`)
      expect(
        edited.scenes.every((scene) => solveScene(model.value, model.value.nominal, scene, true).ok),
        `${layout.id} ${kind}`,
      ).toBe(true)
      const { faults } = libraryOf(edited)
      expect(faults.filter((fault) => fault.repairs.length === 0).map((fault) => fault.id)).toEqual([])
      expect(
        faults.flatMap((fault) => fault.repairs).every((id) => REPAIRS.some((repair) => repair.id === id)),
      ).toBe(true)
      expect(
        new Set(faults.map((fault) => fault.name)).size,
        `${layout.id} ${kind}: two faults of one name`,
      ).toBe(faults.length)
    }
  })
  it.each([
    ['A08', 'suctionLine', ['filter behind']],
    ['A01', 'cutOff', ['bridged', 'taken out']],
    ['A01', 'loom', ['relay behind', 'speed resistor behind']],
    ['A06', 'needle', ['another carburettor']],
    ['A06', 'pump', ['second pump']],
    ['A01', 'pump', ['second pump', 'surge tank', 'pump outside']],
    ['A01', 'regulator', ['without a return']],
    ['A02', 'regulator', ['with a return']],
    ['A02', 'filter', ['taken out', 'filter in the tank']],
    ['A10', 'filter', ['taken out']],
  ] as const)('%s %s: %s', (layoutId, segmentId, kinds) =>
    expect(
      differencesAt({ layoutId, edits: [], scope: 'engine' }, segmentId, []).map((entry) => entry.kind),
    ).toEqual(kinds),
  )
  it('what would take away the test of a kept reading is not offered', () => {
    const kinds = (read: string[]) =>
      differencesAt({ layoutId: 'A01', edits: [], scope: 'engine' }, 'cutOff', read).map(
        (entry) => entry.kind,
      )
    expect(kinds(['T17'])).toEqual(['bridged'])
  })
  it('a surge tank makes another vehicle of it: its own tracks, faults and tests; edits of before no longer count', () => {
    const bridged = { kind: 'bypass', part: 'cutOff' } as const
    const layout = layoutOf({
      layoutId: 'A01',
      edits: [bridged, { kind: 'rebuilt', as: 'A10' }],
      scope: 'engine',
    })
    expect(layout).toEqual(LAYOUTS.A10)
    const model = vehicleModel(layout, specificationOf({}, LAYOUTS.A01))
    expect(
      model.ok &&
        layout.scenes.every((scene) => solveScene(model.value, model.value.nominal, scene, true).ok),
    ).toBe(true)
    expect(libraryOf(layout).tests.some((test) => test.id === 'T79')).toBe(true)
    expect(
      layoutOf({
        layoutId: 'A01',
        edits: [{ kind: 'rebuilt', as: 'A10' }, bridged],
        scope: 'engine',
      }).parts.some((part) => part.id === 'cutOffBypass'),
    ).toBe(true)
    expect(
      editProblem('A01', [
        { kind: 'rebuilt', as: 'A10' },
        { kind: 'remove', part: 'cutOff' },
        { kind: 'remove', part: 'cutOff' },
      ]),
    ).toMatchObject({ edit: 2 })
  })
  it('rebuilt with a return and without is the other layout, and back again', () => {
    const rebuilt = (as: LayoutId, more: LayoutId[] = []) =>
      layoutOf({
        layoutId: 'A01',
        edits: [as, ...more].map((one) => ({ kind: 'rebuilt' as const, as: one })),
        scope: 'engine',
      })
    expect(rebuilt('A02').segments.find(({ id }) => id === 'regulator')!.from).toBe('flange')
    expect(rebuilt('A02', ['A01'])).toEqual(LAYOUTS.A01)
    expect(
      differencesAt(
        { layoutId: 'A01', edits: [{ kind: 'rebuilt', as: 'A02' }], scope: 'engine' },
        'regulator',
        [],
      ).map(({ edit }) => edit),
    ).toEqual([{ kind: 'rebuilt', as: 'A01' }])
  })
  it('a filter in the tank is reached through the tank, and no test asks for tees at it', () => {
    const layout = layoutOf({
      layoutId: 'A02',
      edits: [{ kind: 'intoTank', part: 'filter' }],
      scope: 'engine',
    })
    const library = libraryOf(layout)
    const clogged = library.faults.find((fault) => fault.id === 'F41')!
    expect(clogged.repairs).toEqual(['tankFilter'])
    expect(repairById('tankFilter').needs.module).toBe('out')
    expect(
      library.tests.filter(({ id }) => ['T36', 'T36-cut', 'T36-arrow', 'T36-bypass'].includes(id)),
    ).toEqual([])
    expect(library.repairs.some(({ id }) => id === 'filter')).toBe(false)
  })
  it('the gauge loop has its own', () => {
    const kinds = (layoutId: LayoutId, segmentId: string) =>
      differencesAt({ layoutId, edits: [], scope: 'gauge' }, segmentId, []).map((entry) => entry.kind)
    expect(kinds('A07', 'gaugeFuse')).toContain('bridged')
    expect(kinds('A07', 'senderPlug')).toContain('bridged')
  })
  it('a second one gets an id of its own', () => {
    const [first] = differencesAt({ layoutId: 'A08', edits: [], scope: 'engine' }, 'suctionLine', [])
    const [second] = differencesAt(
      { layoutId: 'A08', edits: [first!.edit], scope: 'engine' },
      'suctionLine',
      [],
    )
    expect(
      layoutOf({ layoutId: 'A08', edits: [first!.edit, second!.edit], scope: 'engine' })
        .parts.filter((part) => part.kind === 'filter')
        .map((part) => part.id),
    ).toEqual(expect.arrayContaining(['addedFilter1', 'addedFilter2']))
  })
})
