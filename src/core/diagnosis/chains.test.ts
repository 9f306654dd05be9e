/** Chains: one cause with several effects. Evidence at an effect speaks for the cause; an effect that did not last speaks louder. */
import { describe, expect, it } from 'vitest'
import { faulty, formShares, libraryOf } from '../library'
import { LAYOUTS, LAYOUT_IDS, parameterAt } from '../vehicle'
import { typicalTable } from './tables.fixture'
import { posteriorOf, suspectsOf, type Complaint, type Done, type Evidence } from '.'

const { A01 } = LAYOUTS
const table = typicalTable('A01')
const { model } = table
const ROUGH: Complaint = { symptoms: ['runsRough'], raisers: [], failingNow: 'yes' }
const THIRD: Evidence = {
  id: 'balance',
  testId: 'T59',
  value: { kind: 'number', entered: { value: 33, unit: '%' } },
  faultPresent: 'yes',
}
const suspects = (complaint: Complaint, evidence: Evidence[], done: Done[] = []) =>
  suspectsOf(posteriorOf(table, complaint, evidence, done))
const share = (list: ReturnType<typeof suspects>, id: string) =>
  list.find((one) => one.id === id)?.probability ?? 0

describe('the chains of the library', () => {
  it.each(LAYOUT_IDS)('%s: every stage can be told from the sound vehicle, the further the rarer', (id) => {
    const chains = libraryOf(LAYOUTS[id]).faults.filter((fault) => fault.chain)
    expect(chains.length).toBeGreaterThan(1)
    for (const fault of chains) {
      const shares = formShares(fault)
      expect(shares.reduce((sum, part) => sum + part, 0)).toBeCloseTo(1, 12)
      for (const [at, part] of shares.slice(1).entries()) expect(part).toBeLessThan(shares[at]!)
      for (const effect of fault.chain!.stages.flat()) {
        expect(effect.changes.length, fault.id).toBeGreaterThan(0)
        // Its own repair is no effect's.
        if (!effect.withCause)
          expect(effect.repairs.filter((repair) => fault.repairs.includes(repair)).slice(1)).toEqual([])
      }
    }
  })
  it('an effect that is put right leaves the cause, a cause that is gone leaves what it does not renew', () => {
    const liner = libraryOf(A01).faults.find((fault) => fault.id === 'F10')!
    const at = (name: string) => parameterAt(model, name)
    const graded = { fault: liner, severity: 0.5, form: 2 }
    const fouled = faulty(model, [graded])
    const cleaned = faulty(model, [{ ...graded, putRight: ['injectors'] }])
    const relined = faulty(model, [{ ...graded, causeGone: true }])
    const sound = model.nominal
    expect(cleaned[at('injectors.gain')]).toBe(sound[at('injectors.gain')])
    expect(cleaned[at('tank.liner')]).toBe(1)
    expect(cleaned[at('filter.loss')]).toBe(fouled[at('filter.loss')])
    expect(relined[at('tank.liner')]).toBe(sound[at('tank.liner')])
    expect(relined[at('filter.loss')]).toBe(sound[at('filter.loss')])
    expect(relined[at('injectors.gain')]).toBeLessThan(sound[at('injectors.gain')]!)
  })
})

describe('evidence at an effect', () => {
  it('one injector a third down leaves the tank among the first seven', () => {
    const list = suspects(ROUGH, [THIRD])
    expect(list[0]!.id).toBe('injectors')
    expect(list.slice(0, 7).map(({ id }) => id)).toContain('cleanTank')
  })
  it('the injectors did not last: the tank is asked for; that they are new alone does not', () => {
    const told = (how: 'renewed' | 'came back') =>
      suspects({ ...ROUGH, known: [{ repairId: 'injectors', how }] }, [THIRD])
    const plain = suspects(ROUGH, [THIRD])
    expect(share(told('came back'), 'cleanTank')).toBeGreaterThan(3 * share(plain, 'cleanTank'))
    expect(share(told('came back'), 'cleanTank')).toBeGreaterThan(share(told('renewed'), 'cleanTank'))
    expect(share(told('came back'), 'injectors')).toBeLessThan(share(plain, 'injectors'))
  })
  it('a clogged strainer that was not all raises what clogs it; a sound one does not', () => {
    const weak: Complaint = { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' }
    const after = (partWasBad: Done['partWasBad']) =>
      share(suspects(weak, [], [{ repairId: 'strainer', partWasBad }]), 'cleanTank')
    expect(after('yes')).toBeGreaterThan(3 * share(suspects(weak, []), 'cleanTank'))
    expect(after('no')).toBeLessThan(1.5 * share(suspects(weak, []), 'cleanTank'))
  })
  it('a part that was tried without, and nothing changed, is all but out', () => {
    const weak: Complaint = { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' }
    const without = suspects({ ...weak, known: [{ repairId: 'filter', how: 'same without' }] }, [])
    expect(share(without, 'filter')).toBeLessThan(0.15 * share(suspects(weak, []), 'filter'))
  })
})
