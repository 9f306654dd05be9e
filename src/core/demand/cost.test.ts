/** What a plan's pieces cost, and what became of the parts that a job took. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { libraryOf, usualWays } from '../library'
import { coreStanding, foldParts, jobOrderId, partFactsOf, type Part, type PartWord } from '../parts'
import { planRepairs, plannerFor, readyIdOf, type Plan } from '../procedure'
import { DRIVEN_IN, layoutOf } from '../vehicle'
import { partsCost, partsInJob } from '.'

const TARGET = { vehicleName: 'Lerch 12 minibus', layout: 'A01' as const }
const plan = (...repairIds: string[]): Plan => {
  const made = planRepairs(plannerFor({ layout: 'A01', ways: usualWays('A01') }), DRIVEN_IN, repairIds)
  if (!made.ok) throw new Error(made.error.kind)
  return made.value
}
let ids = 0
const parts = (said: Record<string, PartWord[]>): Part[] =>
  foldParts(
    partFactsOf(
      [],
      Object.entries(said).flatMap(([partId, words]) => words.map((word) => ({ partId, word }))),
      { device: 'd', by: 'Ida' },
      1000,
      () => `f${(ids += 1)}`,
    ),
  )
const named = (piece: string, number = ''): PartWord[] => [
  { says: 'field', field: 'name', value: piece },
  { says: 'field', field: 'piece', value: piece },
  { says: 'field', field: 'number', value: number },
]
const asked = (priceEach: number, seller = 'North'): PartWord => ({
  says: 'quote',
  seller,
  priceEach,
  carriage: 0,
  days: 2,
})
const ordered = (itemId: string, priceEach: number | null): PartWord => ({
  says: 'ordered',
  orderId: jobOrderId('j', itemId),
  count: 1,
  seller: 'North',
  priceEach,
  dueAt: 5000,
  itemId,
  jobId: 'j',
  unit: '12',
})
const cost = (of: Plan, known: Part[] = []) => partsCost(of, 'j', TARGET, known)

describe('what the pieces of a plan cost', () => {
  it('is the plan’s own sum where no price is known, for every repair of a layout', () => {
    for (const { id } of libraryOf(layoutOf({ layoutId: 'A01', edits: [], scope: 'engine' })).repairs) {
      const made = plan(id)
      expect(cost(made).money, id).toBeCloseTo(made.money, 6)
      expect(cost(made).pieces.every(({ from }) => from === 'typical')).toBe(true)
    }
    const two = plan('module', 'filter')
    expect(cost(two).money).toBeCloseTo(two.money, 6)
  })
  it('what sellers ask counts before what is typical, and what it was ordered for before that', () => {
    const made = plan('module')
    const piece = (known: Part[]) => cost(made, known).pieces.find(({ name }) => name === 'Pump module')!
    expect(piece([]).money).toBeCloseTo(0.85 * 260, 6)
    const offered = parts({ m: [...named('Pump module', 'TV 1'), asked(300), asked(280, 'Valley')] })
    expect(piece(offered)).toMatchObject({ money: 280, from: 'offer', part: { number: 'TV 1' } })
    const item = readyIdOf('parts', 'Pump module')
    const own = parts({ m: [...named('Pump module', 'TV 1'), asked(280), ordered(item, 310)] })
    expect(piece(own)).toMatchObject({ money: 310, from: 'order' })
    expect(cost(made, own).money).toBeCloseTo(made.money - 0.85 * 260 + 310, 6)
  })
  it('without an offer it is what was paid last, and said so', () => {
    const known = parts({
      m: [...named('Pump module'), { ...ordered('x', 244), orderId: 'before', jobId: 'o' } as PartWord],
    })
    expect(cost(plan('module'), known).pieces[0]).toMatchObject({ money: 244, from: 'paid' })
  })
  it('the part that was ordered is the one, whatever else would do; one given up is not', () => {
    const made = plan('module')
    const item = readyIdOf('parts', 'Pump module')
    const known = {
      a: [...named('Pump module', 'A'), asked(100)],
      b: [...named('Pump module', 'B'), ordered(item, 250)],
    }
    const which = (said: Record<string, PartWord[]>) => cost(made, parts(said)).pieces[0]!.part?.number
    expect(which(known)).toBe('B')
    const end: PartWord = { says: 'order ended', orderId: jobOrderId('j', item) }
    expect(which({ ...known, b: [...known.b, end] })).toBe('A')
  })
  it('what did not fit has no price here', () => {
    const wrong: PartWord = {
      says: 'fit',
      fits: false,
      ...TARGET,
      why: 'arm too long',
      jobId: 'o',
      unit: '9',
    }
    const known = parts({ m: [...named('Pump module'), asked(1), wrong] })
    expect(cost(plan('module'), known).pieces[0]).toMatchObject({ from: 'typical', part: null })
  })
  it('a dearer price never makes it cheaper', () => {
    const made = plan('module', 'strainer')
    fc.assert(
      fc.property(
        fc.constantFrom(...made.have.newParts.map(({ name }) => name)),
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 900 }),
        (name, one, other) => {
          const at = (price: number) => cost(made, parts({ p: [...named(name), asked(price)] })).money
          expect(Math.sign(at(one) - at(other))).toBe(Math.sign(one - other))
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('the parts of a job', () => {
  const took = (count = 1): PartWord => ({
    says: 'moved',
    count,
    from: 'seller',
    to: 'job',
    orderId: jobOrderId('j', 'x'),
    jobId: 'j',
    unit: '12',
  })
  const core: PartWord = {
    says: 'core',
    coreId: jobOrderId('j', 'x'),
    seller: 'North',
    value: 40,
    dueAt: 9000,
    jobId: 'j',
    unit: '12',
  }
  const job = (finishedRepairs: string[]) => ({ id: 'j', finishedRepairs, work: null })
  it('are fitted once the repair is done, and in hand until then', () => {
    const known = parts({ m: [...named('Pump module'), ordered('x', 250), took()] })
    expect(partsInJob(job([]), known).taken).toMatchObject([
      { count: 1, state: 'in hand', seller: 'North', priceEach: 250 },
    ])
    expect(partsInJob(job(['module']), known).taken).toMatchObject([{ state: 'fitted' }])
    expect(partsInJob(job(['filter']), known).taken).toMatchObject([{ state: 'in hand' }])
    expect(partsInJob({ ...job(['module']), id: 'other' }, known).taken).toEqual([])
  })
  it('an old part is owed once the new one is here, and never where it does not come', () => {
    const standing = (...more: PartWord[]) => {
      const [part] = parts({ m: [...named('Pump module'), ordered('x', 250), core, ...more] })
      return coreStanding(part!, part!.cores[0]!).standing
    }
    expect(standing()).toBe('to come')
    expect(standing(took())).toBe('owed')
    expect(standing(took(), { says: 'core sent', coreId: jobOrderId('j', 'x') })).toBe('sent')
    expect(standing({ says: 'order ended', orderId: jobOrderId('j', 'x') })).toBe('none')
    const [bare] = parts({ m: [...named('Pump module'), { ...core, coreId: 'by itself' }] })
    expect(coreStanding(bare!, bare!.cores[0]!).standing).toBe('owed')
  })
  it('what did not fit is named', () => {
    const wrong: PartWord = { says: 'fit', fits: false, ...TARGET, why: 'arm', jobId: 'j', unit: '12' }
    const known = parts({ m: [...named('Pump module', 'N'), wrong] })
    expect(partsInJob(job([]), known).wrong).toMatchObject([{ part: { number: 'N' }, fit: { why: 'arm' } }])
  })
})
