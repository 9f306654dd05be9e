/** Parts as logs: what two tablets say comes together in any order; what did not fit is not ordered again. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mergedFacts } from '../shared'
import {
  atJob,
  choiceOf,
  fitOn,
  foldParts,
  orderWords,
  broughtBy,
  partFactsOf,
  partNumbered,
  partsFor,
  readPartFacts,
  toCome,
  wordProblem,
  type Part,
  type PartFact,
  type PartWord,
} from '.'

let made = 0
const nextId = () => `f-${(made += 1)}`
const say = (log: PartFact[], words: PartWord[], now = 1000, device = 'here', partId = 'p') => [
  ...log,
  ...partFactsOf(
    log,
    words.map((word) => ({ partId, word })),
    { device, by: device },
    now,
    nextId,
  ),
]
const named: PartWord[] = [
  { says: 'field', field: 'name', value: 'Pump module 450' },
  { says: 'field', field: 'number', value: 'LK 4-11.07' },
  { says: 'field', field: 'piece', value: 'Pump module' },
]
const one = (log: PartFact[]): Part => foldParts(log)[0]!
const move = (
  from: 'seller' | 'shelf' | 'job' | 'scrap',
  to: typeof from,
  count = 1,
  orderId: string | null = null,
): PartWord => ({
  says: 'moved',
  count,
  from,
  to,
  orderId,
  jobId: from === 'job' || to === 'job' ? 'job-12' : null,
  unit: '12',
})
const ordered = (orderId: string, count: number, dueAt = 5000): PartWord => ({
  says: 'ordered',
  orderId,
  count,
  seller: 'North parts',
  priceEach: 210,
  dueAt,
  itemId: null,
  jobId: null,
  unit: '',
})

describe('a part as a log', () => {
  it('is what was said of it last, and its shelf is what was moved there since it was counted', () => {
    const log = say(
      [],
      [
        ...named,
        { says: 'counted', count: 4 },
        move('shelf', 'job'),
        move('shelf', 'scrap'),
        move('job', 'shelf'),
        { says: 'field', field: 'place', value: 'A3-2' },
      ],
    )
    expect(one(log)).toMatchObject({ name: 'Pump module 450', place: 'A3-2', shelf: 3, countedAt: 1000 })
    expect(atJob(one(log), 'job-12')).toBe(0)
  })
  it('an order comes in parts, is late, and ends when all of it is here or it is given up', () => {
    const half = say([], [...named, ordered('o', 3), move('seller', 'shelf', 1, 'o')])
    expect(toCome(one(half))).toMatchObject([{ orderId: 'o', came: 1, dueAt: 5000 }])
    const late = say(half, [{ says: 'due', orderId: 'o', dueAt: 9000 }])
    expect(toCome(one(late))[0]!.dueAt).toBe(9000)
    expect(toCome(one(say(late, [move('seller', 'shelf', 2, 'o')])))).toEqual([])
    expect(toCome(one(say(late, [{ says: 'order ended', orderId: 'o' }])))).toEqual([])
    expect(one(say(late, [move('seller', 'shelf', 2, 'o')])).shelf).toBe(3)
  })
  it('ordered anew as another part, the one before is told, until its order is ended', () => {
    const log = say([], [...named, ordered('o', 1)])
    const before = one(log)
    const anew = { ...one(say([], [...named, ordered('o', 1)])), id: 'another' }
    expect(broughtBy([before, anew], 'o', 'another')).toEqual([before])
    expect(broughtBy([before], 'o', before.id)).toEqual([])
    expect(broughtBy([before], 'of another line', 'another')).toEqual([])
    const ended = one(say(log, [{ says: 'order ended', orderId: 'o' }]))
    expect(broughtBy([ended, anew], 'o', 'another')).toEqual([])
  })
  it('what is owed back stays owed until it is sent', () => {
    const core: PartWord = {
      says: 'core',
      coreId: 'c',
      seller: 'North parts',
      value: 40,
      dueAt: 1,
      jobId: null,
      unit: '',
    }
    expect(one(say([], [...named, core])).cores).toMatchObject([{ sent: false, value: 40 }])
    expect(one(say([], [...named, core, { says: 'core sent', coreId: 'c' }])).cores[0]!.sent).toBe(true)
  })
  it('an order says what is owed for the old one, once however often it is ordered', () => {
    const words = orderWords(
      { orderId: 'o', count: 2, itemId: null, jobId: null, unit: '' },
      { seller: 'North', priceEach: 90, days: 2, coreEach: 15 },
      1000,
    )
    const twice = one(say(say([], [...named, ...words]), words))
    expect(twice.orders).toMatchObject([{ count: 2, priceEach: 90, dueAt: 1000 + 2 * 86_400_000 }])
    expect(twice.cores).toMatchObject([{ coreId: 'o', value: 30, seller: 'North' }])
    expect(twice.cores[0]!.dueAt).toBeGreaterThan(twice.orders[0]!.dueAt)
  })
  it('what cannot be is not said, and a fact that cannot be read moves nothing', () => {
    expect(wordProblem({ says: 'counted', count: -1 })).not.toBeNull()
    expect(wordProblem({ says: 'field', field: 'least', value: 'many' })).toMatchObject({ at: 'value' })
    expect(wordProblem({ ...move('shelf', 'job'), to: 'shelf' } as PartWord)).toMatchObject({ at: 'to' })
    const log = say([], named)
    expect(readPartFacts([...log, { id: 'x' }, null, { ...log[0], word: { says: 'sold' } }])).toEqual(log)
  })
})

const anyWord: fc.Arbitrary<PartWord> = fc.oneof(
  fc.record({ says: fc.constant('counted' as const), count: fc.nat(20) }),
  fc.constantFrom(
    move('shelf', 'job'),
    move('job', 'shelf'),
    move('seller', 'shelf', 2, 'o'),
    move('shelf', 'scrap'),
  ),
  fc.constantFrom<PartWord>(
    ordered('o', 2),
    { says: 'due', orderId: 'o', dueAt: 7 },
    { says: 'order ended', orderId: 'o' },
  ),
  fc.record({
    says: fc.constant('field' as const),
    field: fc.constant('place' as const),
    value: fc.constantFrom('A1', 'B2'),
  }),
)
/** Two tablets with clocks days apart. */
const anyLog = (device: string) =>
  fc
    .array(fc.tuple(anyWord, fc.integer({ min: -5, max: 5 }), fc.constantFrom('p', 'q')), { maxLength: 14 })
    .map((said) =>
      said.reduce<PartFact[]>(
        (log, [word, day, partId]) =>
          say(
            log,
            [...(log.some((fact) => fact.partId === partId) ? [] : named), word],
            86_400_000 * (6 + day),
            device,
            partId,
          ),
        [],
      ),
    )

describe('logs that went apart', () => {
  it('come together the same in either order, in any grouping, and once is enough', () => {
    fc.assert(
      fc.property(anyLog('a'), anyLog('b'), anyLog('c'), (a, b, c) => {
        const met = foldParts(mergedFacts(a, b))
        expect(foldParts(mergedFacts(b, a))).toEqual(met)
        expect(foldParts(mergedFacts(mergedFacts(a, b), b))).toEqual(met)
        expect(mergedFacts(mergedFacts(a, b), c)).toEqual(mergedFacts(a, mergedFacts(b, c)))
      }),
      { numRuns: 200 },
    )
  })
  it('each took one: both are gone, and a shelf below nought shows it', () => {
    const start = say([], [...named, { says: 'counted', count: 1 }])
    const [here, there] = [
      say(start, [move('shelf', 'job')], 2000, 'here'),
      say(start, [move('shelf', 'job')], 2000, 'there'),
    ]
    expect(one(mergedFacts(here, there)).shelf).toBe(-1)
  })
})

const fit = (fits: boolean, why: string): PartWord => ({
  says: 'fit',
  fits,
  vehicleName: 'Lerch 12 minibus',
  layout: 'A01',
  why,
  jobId: 'job-12',
  unit: '12',
})
const LERCH = { vehicleName: 'lerch 12 minibus ', layout: 'A01' as const }

describe('what fits', () => {
  it('the last word counts, for vehicles of one name and layout alone', () => {
    const log = say([], [...named, fit(false, 'Too tall by 9 mm')])
    expect(fitOn(one(log), LERCH)).toMatchObject({ kind: 'no', fit: { why: 'Too tall by 9 mm' } })
    expect(fitOn(one(log), { ...LERCH, layout: 'A02' })).toEqual({ kind: 'unknown' })
    expect(fitOn(one(log), { ...LERCH, vehicleName: 'Larch van' })).toEqual({ kind: 'unknown' })
    expect(fitOn(one(say(log, [fit(true, 'Measured again')])), LERCH).kind).toBe('fits')
  })
  it('a number is the same however it is written, and none is nobody’s', () => {
    const parts = foldParts(say([], named))
    expect(partNumbered(parts, 'lk41107')?.id).toBe('p')
    expect(partNumbered(parts, ' - ')).toBeNull()
    expect(partNumbered(parts, 'LK 4-11.08')).toBeNull()
  })
  it('what did not fit is refused the second time, however its number is written, and what nobody has had is new', () => {
    const parts = foldParts(say([], [...named, fit(false, 'Too tall by 9 mm')]))
    expect(choiceOf(parts, null, 'lk 4 11 07', LERCH)).toMatchObject({
      kind: 'refused',
      fit: { why: 'Too tall by 9 mm' },
    })
    expect(choiceOf(parts, 'p', '', LERCH).kind).toBe('refused')
    expect(choiceOf(parts, 'p', '', { ...LERCH, vehicleName: 'Cairn van' }).kind).toBe('known')
    expect(choiceOf(parts, null, 'LK 5', LERCH)).toEqual({ kind: 'new', number: 'LK 5' })
    expect(choiceOf(parts, null, '', LERCH)).toEqual({ kind: 'unsaid' })
  })
  it('what is known to fit comes first, what does not comes last', () => {
    let log: PartFact[] = []
    for (const [partId, word] of [
      ['wrong', fit(false, 'Other plug')],
      ['untried', null],
      ['right', fit(true, 'Fitted')],
    ] as const)
      log = say(log, [...named, ...(word ? [word] : [])], 1000, 'here', partId)
    expect(partsFor(foldParts(log), 'pump module', LERCH).map(({ id }) => id)).toEqual([
      'right',
      'untried',
      'wrong',
    ])
    expect(partsFor(foldParts(log), 'Flange seal', LERCH)).toEqual([])
  })
})
