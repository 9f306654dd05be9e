/** What a belief owes to what it does not know: slips, ends of scales, parts found sound, 'none of these'. */
import { describe, expect, it } from 'vitest'
import { typicalTable } from './tables.fixture'
import {
  TYPICAL_WORKSHOP,
  chooseNext,
  posteriorOf,
  suspectsOf,
  type Complaint,
  type Done,
  type Evidence,
} from '.'

const table = typicalTable('A01')
const NO_START: Complaint = { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' }

let count = 0
const number = (testId: string, value: number, unit: 'V' | 'kPa' | 'L' | 'L/h' | 'A'): Evidence => ({
  id: `e${(count += 1)}`,
  testId,
  value: { kind: 'number', entered: { value, unit } },
  faultPresent: 'yes',
})
const seen = (testId: string, outcome: string, faultPresent: Evidence['faultPresent'] = 'yes'): Evidence => ({
  id: `e${(count += 1)}`,
  testId,
  value: { kind: 'outcome', outcome },
  faultPresent,
})
const shares = (evidence: Evidence[], done: Done[] = [], complaint = NO_START) => {
  const posterior = posteriorOf(table, complaint, evidence, done)
  const of = (id: string) => suspectsOf(posterior).find((one) => one.id === id)?.probability ?? 0
  const fault = (id: string) =>
    posterior.classWeights[table.classes.findIndex((entry) => entry.id === id)] ?? 0
  return { posterior, of, fault }
}

describe('a dip', () => {
  it.each([6, 20, 30, 50, 66])('of %d L speaks against an empty tank, and for nothing else', (litres) => {
    const before = shares([])
    const after = shares([number('T82', litres, 'L')])
    expect(before.of('refuel')).toBeGreaterThan(0.03)
    expect(after.of('refuel')).toBeLessThan(0.35 * before.of('refuel'))
    expect(after.of('none')).toBeLessThan(2.5 * before.of('none'))
    const others = ['module', 'relay', 'drainFuel', 'filter'].map((id) => after.of(id) / before.of(id))
    // What is left over goes to all others alike.
    for (const ratio of others) expect(Math.abs(ratio - others[0]!)).toBeLessThan(0.25)
  })
  it('of nought says that the tank is empty, at once', () => {
    const started = shares([seen('T03', 'steady')])
    const dipped = shares([seen('T03', 'steady'), number('T82', 0, 'L')])
    expect(dipped.of('refuel')).toBeGreaterThan(0.9)
    expect(started.of('refuel')).toBeLessThan(0.5)
  })
  it('taken twice it still convicts nobody', () => {
    const once = shares([number('T82', 40, 'L')])
    const twice = shares([number('T82', 40, 'L'), number('T82', 41, 'L')])
    expect(twice.of('none')).toBeLessThan(1.5 * once.of('none') + 0.01)
  })
})

describe('an end of the scale', () => {
  it('is all that lies beyond it: through a line that has come off the can empties backwards, and shows 0', () => {
    const flow = table.catalogue.numericById.get('T29')!
    const off = table.predicted.find(
      (entry) => entry.particle.total && table.classes[entry.particle.classIndex]!.id === 'F37',
    )!
    expect(off.values[flow.row]).toBeLessThan(flow.low - 0.05 * flow.span)
    const { posterior, of } = shares([number('T29', 0, 'L/h'), seen('T70', 'wet')])
    expect(suspectsOf(posterior)[0]).toMatchObject({ segment: 'frontLine', leadFault: 'F37' })
    expect(of('none')).toBeLessThan(0.1)
  })
})

describe('what was read again', () => {
  it('alike it counts as more than one reading and less than two', () => {
    const one = seen('T26-wet', 'wet')
    const once = shares([one]).of('regulator')
    const twice = shares([one, seen('T26-wet', 'wet')]).of('regulator')
    const other = shares([one, number('T25', 300, 'kPa')]).of('regulator')
    expect(twice).toBeGreaterThan(once)
    expect(twice).toBeLessThan(0.97)
    expect(other).toBeGreaterThan(0)
  })
  it('with the complaint and without it are two facts: they do not weaken each other', () => {
    const sometimes: Complaint = { ...NO_START, failingNow: 'unknown' }
    const gone = seen('T03', 'steady', 'no')
    const there = seen('T03', 'silent', 'yes')
    const both = shares([gone, there], [], sometimes)
    const alone = shares([there], [], sometimes)
    const lasting = ['F74', 'F69'].map((id) => both.fault(id) / alone.fault(id))
    const sometimesThere = ['F71', 'F72', 'F79'].map((id) => both.fault(id) / alone.fault(id))
    for (const ratio of sometimesThere) for (const other of lasting) expect(ratio).toBeGreaterThan(3 * other)
  })
})

describe('a part that was taken out', () => {
  const plug = [number('T04-in', 12.3, 'V'), number('T04', 1.2, 'V'), number('T05', 11, 'V')]
  it('and was found sound is out, whatever speaks for it', () => {
    expect(shares(plug).of('plug')).toBeGreaterThan(0.8)
    expect(shares(plug, [{ repairId: 'plug', partWasBad: 'no' }]).of('plug')).toBeLessThan(0.001)
  })
  it('and was bad leaves the new one under little suspicion', () => {
    const left = shares([], [{ repairId: 'plug', partWasBad: 'yes' }]).of('plug')
    expect(left).toBeGreaterThan(0)
    expect(left).toBeLessThan(0.2 * shares([]).of('plug'))
  })
})

describe('a part that is known', () => {
  const starves: Complaint = { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' }
  const known = (how: 'renewed' | 'seen sound', repairId = 'filter'): Complaint => ({
    ...starves,
    known: [{ repairId, how }],
  })
  it.each(['renewed', 'seen sound'] as const)('%s: thought of less, not out of the question', (how) => {
    const before = shares([], [], starves)
    const after = shares([], [], known(how))
    expect(after.fault('F41')).toBeLessThan(0.3 * before.fault('F41'))
    expect(after.fault('F41')).toBeGreaterThan(0.001)
    const blocked = [number('T36', 430, 'kPa'), number('T38', 600, 'kPa'), number('T29', 80, 'L/h')]
    expect(shares(blocked, [], known(how)).of('filter')).toBeGreaterThan(0.5)
  })
  it('new says nothing against what comes of the work itself: a filter the wrong way round', () => {
    const ratio = (id: string) =>
      shares([], [], known('renewed')).fault(id) / shares([], [], starves).fault(id)
    expect(ratio('F42')).toBeGreaterThan(3 * ratio('F41'))
  })
})

describe('none of these', () => {
  it('asks on among the listed faults when it leads, and names no repair', () => {
    // Nothing that is listed reads like this.
    const odd = [
      number('T01-rest', 12.6, 'V'),
      number('T24', 520, 'kPa'),
      number('T13', 1, 'A'),
      number('T04', 12.4, 'V'),
      number('T28', 90, 'kPa'),
    ]
    const { posterior } = shares(odd)
    const price = (minutes: number) =>
      Object.fromEntries(
        [...table.catalogue.library.tests, ...table.catalogue.library.repairs].map(({ id }) => [id, minutes]),
      )
    const choice = chooseNext(posterior, {
      workshop: TYPICAL_WORKSHOP,
      reachMinutes: price(2),
      repairMinutes: price(60),
      engineRuns: false,
      skipped: [],
      tried: [],
    })
    expect(['test', 'confirm']).toContain(choice.verdict.kind)
    expect(choice.candidates[0]!.bits).toBeGreaterThan(0.05)
  })
})

describe('a needle that swings', () => {
  it('says where it is by as much as it swings the less exactly, and no less than nothing', () => {
    const of = (swings?: number) => {
      const item = { ...number('T24', 215, 'kPa'), ...(swings !== undefined && { swings }) }
      return suspectsOf(posteriorOf(table, NO_START, [item])).map(({ probability }) => probability)[0]!
    }
    const before = suspectsOf(posteriorOf(table, NO_START, []))[0]!.probability
    expect(of(0)).toBe(of())
    expect(Math.abs(of(100e3) - before)).toBeLessThan(Math.abs(of() - before))
    expect(Math.abs(of(2000e3) - before)).toBeLessThan(Math.abs(of(100e3) - before))
  })
})
