import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  FAULT_TEMPLATES,
  RAISERS,
  BUILD_REPAIRS,
  REPAIRS,
  TESTS,
  faulty,
  libraryOf,
  othersFor,
  repairById,
  testById,
} from '../library'
import {
  SCENES,
  asKnown,
  shifted,
  buildNetwork,
  inScope,
  parameterAt,
  LAYOUTS,
  SCOPES,
  layoutOf,
  solveScene,
  specificationOf,
  vehicleModel,
  type Layout,
  type LayoutId,
  type VehicleModel,
} from '../vehicle'
import { caseFromNetwork, networkFromCase, nodePressurePa, solveNetwork } from '../physics'
import {
  NO_BELIEF,
  TYPICAL_WORKSHOP,
  addPairs,
  chooseNext,
  contradictions,
  explainSuspect,
  explainTest,
  leadingPair,
  nominalTable,
  observe,
  observerOf,
  posteriorOf,
  predictiveOf,
  segmentShares,
  suspectsOf,
  surprises,
  type Complaint,
  type Evidence,
  type Situation,
  type Table,
} from '.'
import { ownPairs, typicalTable } from './tables.fixture'

let model: VehicleModel
let table: Table
const complaint: Complaint = { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' }
const number = (id: string, testId: string, value: number): Evidence => {
  const { reading } = testById(testId)
  if (reading.kind !== 'number') throw new Error(testId)
  return {
    id,
    testId,
    value: { kind: 'number', entered: { value, unit: reading.unit } },
    faultPresent: 'yes',
  }
}
const seen = (id: string, testId: string, outcome: string): Evidence => ({
  id,
  testId,
  value: { kind: 'outcome', outcome },
  faultPresent: 'yes',
})
const situation: Situation = {
  workshop: TYPICAL_WORKSHOP,
  reachMinutes: Object.fromEntries(TESTS.map((test) => [test.id, 2])),
  repairMinutes: {},
  engineRuns: false,
  skipped: [],
  tried: [],
}

beforeAll(() => {
  const built = vehicleModel(LAYOUTS.A01, specificationOf())
  if (!built.ok) throw new Error(built.error.problem)
  model = built.value
  table = typicalTable('A01')
})

describe('the model of the vehicle', () => {
  it('is sound: every scene solves inside the typical ranges of the layout', () => {
    const railKPa = (scene: (typeof SCENES)[number]) => {
      expect(solveScene(model, model.nominal, scene, true).ok).toBe(true)
      return nodePressurePa(model.system, model.system.nodeIndex.get('rail')!) / 1e3
    }
    SCENES.forEach(railKPa)
    expect(railKPa('keyOn')).toBeGreaterThan(250)
    expect(railKPa('keyOn')).toBeLessThan(350)
    expect(railKPa('idle')).toBeGreaterThan(200)
    expect(railKPa('idle')).toBeLessThan(290)
    expect(railKPa('deadhead')).toBeGreaterThan(450)
    expect(railKPa('deadhead')).toBeLessThan(850)
    solveScene(model, model.nominal, 'keyOn', true)
    expect(model.system.motorCurrent[0]!).toBeGreaterThan(4)
    expect(model.system.motorCurrent[0]!).toBeLessThan(8)
  })

  it.each(SCENES)('its network of the scene "%s", exported and read back, gives the same answer', (scene) => {
    const theta = faulty(model, [
      { fault: libraryOf(LAYOUTS.A01).faults.find((fault) => fault.id === 'F79')!, severity: 0.5 },
    ])
    const exported = networkFromCase(
      JSON.parse(JSON.stringify(caseFromNetwork(buildNetwork(model, theta, scene), scene))),
    )
    if (!exported.ok) throw new Error(`${exported.error.problem} at ${exported.error.at}`)
    const answer = solveNetwork(exported.value)
    if (!answer.ok) throw new Error(JSON.stringify(answer.error))
    expect(solveScene(model, theta, scene, true).ok).toBe(true)
    expect(answer.value.nodes.rail!.pressurePa).toBeCloseTo(
      nodePressurePa(model.system, model.system.nodeIndex.get('rail')!),
      0,
    )
  })

  it('derivatives from the factored matrix agree with differences of full solves', () => {
    const observer = observerOf(
      model,
      table.catalogue.profile.map(({ station }) =>
        station.track === 'electrical'
          ? { of: 'volts' as const, red: station.node, black: '0', scene: 'load' as const }
          : { of: 'pressure' as const, at: station.node, scene: 'load' as const },
      ),
    )
    const theta = faulty(model, [
      { fault: libraryOf(LAYOUTS.A01).faults.find((fault) => fault.id === 'F41')!, severity: 0.7 },
    ])
    const { values, derivatives } = observe(observer, theta, true)
    const count = model.nuisances.length
    let compared = 0
    model.nuisances.forEach((at, k) => {
      const moved = theta.slice()
      moved[at] = shifted(model.parameters[at]!, moved[at]!, 0.05)
      const after = observe(observer, moved, false).values
      values.forEach((value, row) => {
        const difference = (after[row]! - value) / 0.05
        if (Math.abs(difference) < 1e-3 * Math.max(1, Math.abs(value))) return
        expect(Math.abs(derivatives![row * count + k]! - difference)).toBeLessThan(
          0.05 * Math.abs(difference),
        )
        compared += 1
      })
    })
    expect(compared).toBeGreaterThan(30)
  })
})

const tables = new Map<Layout, Table>()
/** Nominal table of a layout: what every fault makes every test read. */
function tableOf(layout: Layout): Table {
  const built = vehicleModel(layout, asKnown(specificationOf({}, layout)))
  if (!built.ok) throw new Error(built.error.problem)
  const made = tables.get(layout) ?? nominalTable(built.value)
  tables.set(layout, made)
  return made
}

const TRACED = SCOPES.flatMap((scope) => Object.values(LAYOUTS).map((layout) => inScope(layout, scope)))
/** As a build leaves it: each further pump on a circuit of its own. */
const THREE_PUMPS = layoutOf({
  layoutId: 'A01',
  scope: 'engine',
  edits: ['pump2', 'pump3'].map((id) => ({
    kind: 'parallel',
    part: 'pump',
    by: { id, kind: 'pump', fed: 'own' },
  })),
})
describe.each(TRACED.map((layout) => [`${layout.id}, ${layout.scope}`, layout] as const))(
  'the library of %s',
  (_id, layout) => {
    const { faults, tests, repairs, symptoms } = libraryOf(layout)
    it('holds at least 15 faults and 15 tests, 25 and 30 where there are injectors; fewer where only places are searched', () => {
      const injected = layout.scope === 'engine' && layout.engine.kind === 'injected'
      expect(faults.length).toBeGreaterThanOrEqual(injected ? 25 : layout.scope === 'leak' ? 6 : 15)
      expect(tests.length).toBeGreaterThanOrEqual(injected ? 30 : 15)
      expect(new Set(faults.map((fault) => fault.id)).size).toBe(faults.length)
    })
    it.each(faults.map((fault) => [fault.id, fault] as const))(
      '%s binds, has repairs, and moves a test by two standard deviations',
      (_id, fault) => {
        const { model } = tableOf(layout)
        expect(fault.changes.length).toBeGreaterThan(0)
        fault.changes.forEach((change) => expect(() => parameterAt(model, change.parameter)).not.toThrow())
        expect(fault.repairs.length).toBeGreaterThan(0)
        fault.repairs.forEach((repair) => expect(repairById(repair).id).toBe(repair))
        fault.raisers.forEach((raiser) => expect(RAISERS[raiser]).toBeDefined())
        expect([...layout.segments, ...layout.beside].map((segment) => segment.id)).toContain(fault.segment)
        expect(fault.name).not.toContain('{')
        expect(strongestEffect(tableOf(layout), fault.id)).toBeGreaterThan(2)
      },
    )
    it('every repair is proven by a test that this layout has', () => {
      for (const repair of repairs)
        expect(
          repair.proves.some((test) => tests.some((candidate) => candidate.id === test)),
          repair.id,
        ).toBe(true)
    })
    it('every test stands at a place of the layout', () => {
      const places = [...layout.stations, ...layout.segments, ...layout.beside].map((place) => place.id)
      for (const test of tests) expect(places, test.id).toContain(test.at)
    })
    it('every symptom can be shown by some fault, and every fault is felt at its worst', () => {
      const { predicted, classes } = tableOf(layout)
      symptoms.forEach((symptom, at) =>
        expect(Math.max(...predicted.map((entry) => entry.symptoms[at]!)), symptom.id).toBeGreaterThan(0.75),
      )
      const felt = (faultId: string) =>
        Math.max(
          ...predicted
            .filter((entry) => classes[entry.particle.classIndex]!.id === faultId)
            .flatMap((entry) => [...entry.symptoms]),
        )
      expect(faults.filter((fault) => !(felt(fault.id) > 0.35)).map((fault) => fault.id)).toEqual(
        layout.scope === 'engine' ? QUIET[layout.id] : layout.scope === 'gauge' ? QUIET_OF_GAUGES : [],
      )
    })
  },
)

/** Faults that no driver complains of by themselves: they are found by a reading. Charging is one of them where no pump hangs on it, and a filter of the wrong type; on a common rail the lift pump has much in reserve. */
const QUIET: Record<LayoutId, string[]> = {
  A01: ['F42', 'F68'],
  A02: ['F42', 'F68'],
  A03: ['F42', 'F68'],
  A04: [],
  A05: ['F42', 'F68'],
  A06: ['F42', 'F68'],
  A07: ['F42', 'F68'],
  A08: ['U-return', 'F66', 'F68'],
  A09: ['F42', 'F49h', 'F68'],
  A10: ['F42'],
  A11: ['F68'],
  A12: ['F42'],
  A13: [],
  A14: ['F42', 'F68'],
  A15: ['F42'],
  A16: [],
}
/** An empty tank is shown rightly. */
const QUIET_OF_GAUGES = ['F01']

describe('the library as a whole', () => {
  const withFilter = layoutOf({
    layoutId: 'A01',
    scope: 'engine',
    edits: [
      {
        kind: 'insert',
        after: 'frontLine',
        part: { id: 'addedFilter1', kind: 'filter', name: 'Added filter' },
      },
    ],
  })
  const withProbe = layoutOf({
    layoutId: 'A08',
    scope: 'gauge',
    edits: [{ kind: 'replace', part: 'sender', by: 'probe' }],
  })
  const withResistor = layoutOf({
    layoutId: 'A01',
    scope: 'engine',
    edits: [
      {
        kind: 'insert',
        after: 'loom',
        part: { id: 'speedResistor1', kind: 'ballast', name: 'Speed resistor' },
      },
    ],
  })
  const withTankFilter = layoutOf({
    layoutId: 'A02',
    scope: 'engine',
    edits: [{ kind: 'intoTank', part: 'filter' }],
  })
  const all = [withProbe, withResistor, withTankFilter, THREE_PUMPS, ...TRACED, withFilter].map(libraryOf)
  it('every fault, test and repair is used by some layout', () => {
    const used = {
      faults: new Set(all.flatMap((library) => library.faults.map((fault) => fault.id.split('@')[0]))),
      tests: new Set(all.flatMap((library) => library.tests.map((test) => test.id))),
      repairs: new Set(all.flatMap((library) => library.repairs)),
    }
    for (const [at, layout] of TRACED.entries()) {
      const { instead, beside } = othersFor(
        layout,
        libraryOf(TRACED[at]!).repairs.map((repair) => repair.id),
      )
      for (const repair of [...instead, ...beside]) used.repairs.add(repair)
    }
    expect(FAULT_TEMPLATES.filter((fault) => !used.faults.has(fault.id)).map((fault) => fault.id)).toEqual([])
    expect(TESTS.filter((test) => !used.tests.has(test.id)).map((test) => test.id)).toEqual([])
    // Those of builds are used by builds (core/build).
    const ofVehicles = REPAIRS.filter((repair) => !BUILD_REPAIRS.includes(repair))
    expect(ofVehicles.filter((repair) => !used.repairs.has(repair)).map((repair) => repair.id)).toEqual([])
  })
  it('a repair names only tests that exist', () => {
    REPAIRS.forEach((repair) => repair.proves.forEach((id) => expect(testById(id).id).toBe(id)))
  })
})

/** Largest shift of any test at the severest stratum, in standard deviations (an observation: in log odds). */
function strongestEffect(table: Table, faultId: string): number {
  const classIndex = table.classes.findIndex((entry) => entry.id === faultId)
  const severest = table.predicted.filter((entry) => entry.particle.classIndex === classIndex).at(-1)!
  const numeric = table.catalogue.numeric.map(({ row, span }) => {
    const variance =
      (0.025 * table.sound.values[row]!) ** 2 +
      (0.003 * span) ** 2 +
      predictiveOf(table, table.sound, NO_BELIEF, row).variance
    return Math.abs(severest.values[row]! - table.sound.values[row]!) / Math.sqrt(variance)
  })
  const observed = [...severest.chances].map((chance, at) => 4 * Math.abs(chance - table.sound.chances[at]!))
  return Math.max(...numeric, ...observed)
}

describe('the posterior', () => {
  const some = [
    number('a', 'T01-rest', 12.6),
    seen('b', 'T03', 'weak'),
    number('c', 'T04', 9.2),
    number('d', 'T24', 280),
    number('e', 'T13', 4.9),
  ]

  it('sums to one, before and after readings', () => {
    for (let n = 0; n <= some.length; n += 1) {
      expect(
        suspectsOf(posteriorOf(table, complaint, some.slice(0, n))).reduce(
          (sum, suspect) => sum + suspect.probability,
          0,
        ),
      ).toBeCloseTo(1, 9)
    }
  })
  it('does not depend on the order in which readings came', () => {
    const straight = posteriorOf(table, complaint, some).classWeights
    fc.assert(
      fc.property(fc.shuffledSubarray(some, { minLength: some.length }), (shuffled) => {
        expect([...posteriorOf(table, complaint, shuffled).classWeights]).toEqual([...straight])
      }),
      { seed: 5, numRuns: 8 },
    )
  })
  it('a low loaded reading behind the plug and a sound one before it accuse the plug', () => {
    const posterior = posteriorOf(table, complaint, [number('a', 'T04-in', 12.3), number('b', 'T04', 4.6)])
    expect(suspectsOf(posterior)[0]).toMatchObject({ id: 'plug', leadFault: 'F79' })
    expect(suspectsOf(posterior)[0]!.probability).toBeGreaterThan(0.5)
    const shares = segmentShares(posterior, posteriorOf(table, complaint, []))
    expect(shares.find((share) => share.id === 'feedPlug')!.ink).toBe('first')
    expect(shares.find((share) => share.id === 'loom')!.ink).toBe('cleared')
  })
  it('a reading that its taker was not sure of moves less, the same way', () => {
    const plug = (doubtful: boolean) =>
      suspectsOf(
        posteriorOf(table, complaint, [
          number('a', 'T04-in', 12.3),
          { ...number('b', 'T04', 4.6), ...(doubtful ? { doubtful } : {}) },
        ]),
      ).find((suspect) => suspect.id === 'plug')!.probability
    const before = suspectsOf(posteriorOf(table, complaint, [number('a', 'T04-in', 12.3)])).find(
      (suspect) => suspect.id === 'plug',
    )!.probability
    expect(plug(true)).toBeGreaterThan(before)
    expect(plug(true)).toBeLessThan(plug(false))
  })
  it('a pair is named when it outweighs everything else, with both repairs', () => {
    const paired = ownPairs(table)
    addPairs(
      paired,
      ['F79', 'F28'].map((id) => paired.classes.findIndex((entry) => entry.id === id)),
    )
    const posterior = posteriorOf(paired, complaint, [number('a', 'T04-in', 12.3)])
    const weighted = (pair: number) => ({
      ...posterior,
      classWeights: posterior.classWeights.map((_, at) =>
        at === paired.classes.length - 1 ? pair : (1 - pair) / (paired.classes.length - 1),
      ),
    })
    expect(leadingPair(weighted(0.8))).toMatchObject({
      repairs: expect.arrayContaining(['module', 'plug']),
      probability: 0.8,
    })
    expect(leadingPair(weighted(0.4))).toBeNull()
    // Either repair is needed, and more likely than any other.
    expect(
      suspectsOf(weighted(0.8))
        .slice(0, 2)
        .map((suspect) => suspect.id)
        .sort(),
    ).toEqual(['module', 'plug'])
  })
  it('a segment that nobody read stays open, however unlikely', () => {
    const none = posteriorOf(table, complaint, [])
    expect(segmentShares(none, none).some((share) => share.ink === 'cleared')).toBe(false)
  })
  it('low pressure that low volts explain does not accuse the pump', () => {
    const volts = [number('a', 'T04', 4.7), number('b', 'T24', 200)]
    const pumpShare = (evidence: Evidence[]) =>
      suspectsOf(posteriorOf(table, complaint, evidence)).find((suspect) => suspect.id === 'module')!
        .probability
    expect(pumpShare([volts[1]!])).toBeGreaterThan(3 * pumpShare(volts))
  })
  it('a reading while the complaint was absent says little about a fault that comes and goes', () => {
    const share = (faultPresent: Evidence['faultPresent']) => {
      const posterior = posteriorOf(table, { symptoms: ['cutsOut'], raisers: [], failingNow: 'no' }, [
        { ...seen('a', 'T03', 'steady'), faultPresent },
      ])
      return posterior.classWeights[table.classes.findIndex((entry) => entry.id === 'F26')]!
    }
    expect(share('no')).toBeGreaterThan(2 * share('yes'))
  })
  it('an impossible pair of readings is named', () => {
    const posterior = posteriorOf(table, complaint, [
      number('a', 'T04-in', 12.1),
      number('b', 'T04', 12.05),
      number('c', 'T05', 6),
    ])
    const odd = surprises(posterior)
    expect(odd.length).toBeGreaterThan(0)
    const [pair] = contradictions(posterior, complaint, [])
    expect(odd).toContain(pair!.readings[0])
    expect(['a', 'b', 'c']).toContain(pair!.readings[1])
    expect(pair!.readings).toContain(pair!.repeat)
  })
  it('never lets none of these lead on a vehicle with a known fault and ordinary readings', () => {
    const posterior = posteriorOf(table, complaint, [seen('a', 'T03', 'silent'), number('b', 'T13', 18)])
    expect(suspectsOf(posterior)[0]).toMatchObject({ id: 'module', leadFault: 'F24' })
  })
  it('two faults at once: pairs take weight when no single fits', () => {
    const wide = ownPairs(table)
    const both = ['F79', 'F41'].map((id) => wide.classes.findIndex((entry) => entry.id === id))
    addPairs(wide, both)
    const evidence = [number('a', 'T04-in', 12.1), number('b', 'T04', 9.4), number('c', 'T36', 240)]
    const posterior = posteriorOf(wide, { ...complaint, symptoms: ['starvesUnderLoad'] }, evidence)
    const pair = posterior.classWeights[wide.classes.findIndex((entry) => entry.id === 'F41+F79')]!
    expect(Math.max(...posterior.classWeights)).toBe(pair)
    expect(pair).toBeGreaterThan(0.2)
  })
})

describe('choosing', () => {
  it('prefers the near test, and turns to another when its way becomes long', () => {
    const posterior = posteriorOf(table, complaint, [seen('a', 'T03', 'weak')])
    const near = chooseNext(posterior, situation)
    expect(near.verdict.kind).toBe('test')
    const first = near.candidates[0]!
    const far = chooseNext(posterior, {
      ...situation,
      reachMinutes: { ...situation.reachMinutes, [first.testId]: 400 },
    })
    expect(far.candidates[0]!.testId).not.toBe(first.testId)
    expect(far.candidates[0]!.bits).toBeGreaterThan(0.004)
  })
  it('leaves out what needs a running engine, and says why', () => {
    const { candidates } = chooseNext(posteriorOf(table, complaint, []), situation)
    expect(candidates.find((candidate) => candidate.testId === 'T25')!.why).toBe('needs-engine')
    expect(
      candidates.filter((candidate) => candidate.why === 'ranked').every((candidate) => candidate.cost > 0),
    ).toBe(true)
  })
  it('never proposes a repair twice', () => {
    const posterior = posteriorOf(
      table,
      complaint,
      [
        number('a', 'T04-in', 12.3),
        number('b', 'T04', 4.6),
        number('c', 'T06', 0.08),
        seen('d', 'T03', 'weak'),
      ],
      [{ repairId: 'plug', partWasBad: 'no' }],
    )
    const { verdict } = chooseNext(posterior, { ...situation, tried: ['plug'] })
    expect(verdict.kind === 'repair' || verdict.kind === 'confirm' ? verdict.repairId : 'test').not.toBe(
      'plug',
    )
  })
  it('stops with a repair once the case is clear', () => {
    const clear = [
      number('a', 'T04-in', 12.3),
      number('b', 'T04', 4.6),
      number('c', 'T06', 0.08),
      seen('d', 'T03', 'weak'),
      number('e', 'T24', 195),
      number('f', 'T13', 4.3),
    ]
    // All of it hangs on the volts on either side of the plug: each is read once more first.
    expect(chooseNext(posteriorOf(table, complaint, clear), situation).verdict).toMatchObject({
      kind: 'confirm',
      repairId: 'plug',
    })
    expect(
      chooseNext(
        posteriorOf(table, complaint, [...clear, number('g', 'T04', 4.7), number('h', 'T04-in', 12.2)]),
        situation,
      ).verdict,
    ).toMatchObject({ kind: 'repair', repairId: 'plug' })
  })
})

describe('explaining', () => {
  it('bands cover the scale without gaps and carry all probability that is drawn', () => {
    const posterior = posteriorOf(table, complaint, [seen('a', 'T03', 'weak')])
    for (const id of ['T04', 'T24', 'T13', 'T05']) {
      const { bands, scale, sound } = explainTest(posterior, id)
      expect(bands.length).toBeGreaterThan(1)
      expect(bands[0]!.from).toBeCloseTo(scale!.low, 6)
      expect(bands.at(-1)!.to).toBeCloseTo(scale!.high, 6)
      bands.slice(1).forEach((band, at) => expect(band.from).toBeCloseTo(bands[at]!.to!, 6))
      expect(bands.reduce((sum, band) => sum + band.probability, 0)).toBeGreaterThan(0.8)
      expect(sound!.low).toBeLessThan(sound!.high)
    }
  })
  it('outcomes of an observation add up to one', () => {
    const { bands } = explainTest(posteriorOf(table, complaint, []), 'T03')
    expect(bands.reduce((sum, band) => sum + band.probability, 0)).toBeCloseTo(1, 2)
  })
  it('names the reading that speaks for a suspect', () => {
    const evidence = [number('a', 'T01-rest', 12.6), number('b', 'T04-in', 12.3), number('c', 'T04', 4.6)]
    const posterior = posteriorOf(table, complaint, evidence)
    const { effects } = explainSuspect(posterior, 'plug', complaint, [])
    const strongest = [...effects].sort((one, other) => other.bits - one.bits)[0]!
    expect(['b', 'c']).toContain(strongest.evidenceId)
    expect(strongest.without).toBeLessThan(suspectsOf(posterior)[0]!.probability)
  })
})
