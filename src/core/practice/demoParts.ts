/** What the demo garage has on its shelf, on order and owed: facts, as a person said them. */
import { orderWords, partFactsOf, type PartFact, type PartWord } from '../parts'

const DAY_MS = 86_400_000
const NORTH = 'Northline'
const VALLEY = 'Valley Parts'

interface Shelved {
  id: string
  name: string
  number: string
  maker: string
  piece: string
  place: string
  least: number
  counted: number
  offers: [seller: string, priceEach: number, days: number, carriage?: number][]
  with?: [name: string, count: number][]
}

const SHELVED: Shelved[] = [
  {
    id: 'module-larch',
    name: 'Pump module, 12 seats',
    number: 'TV 4107-A',
    maker: 'Tarn',
    piece: 'Pump module',
    place: 'C1',
    least: 0,
    counted: 0,
    offers: [
      [NORTH, 248, 2, 9],
      [VALLEY, 219, 6],
    ],
    with: [
      ['Flange seal', 1],
      ['Hose clip, rated', 2],
    ],
  },
  {
    id: 'module-tarn',
    name: 'Pump module, generator',
    number: 'TV 2210',
    maker: 'Tarn',
    piece: 'Pump module',
    place: 'C1',
    least: 0,
    counted: 0,
    offers: [[NORTH, 205, 1]],
  },
  {
    id: 'filter-inline',
    name: 'Fuel filter, in line',
    number: 'FN 08-210',
    maker: 'Firn',
    piece: 'Inline filter',
    place: 'A2',
    least: 3,
    counted: 2,
    offers: [
      [NORTH, 18, 1],
      [VALLEY, 14.5, 3],
    ],
    with: [['Hose clip, rated', 2]],
  },
  {
    id: 'seal-flange',
    name: 'Flange seal, 130 mm',
    number: 'TV 130-S',
    maker: 'Tarn',
    piece: 'Flange seal',
    place: 'A4',
    least: 2,
    counted: 5,
    offers: [[NORTH, 7, 1]],
  },
  {
    id: 'clips',
    name: 'Hose clips, 13 to 15 mm',
    number: 'HC 13-15',
    maker: 'Kar',
    piece: 'Hose clip, rated',
    place: 'A5',
    least: 20,
    counted: 34,
    offers: [
      [NORTH, 1.2, 1],
      [VALLEY, 0.9, 4],
    ],
  },
  {
    id: 'relay',
    name: 'Relay, 30 A',
    number: 'R 30-4',
    maker: 'Kar',
    piece: 'Relay, 30 A',
    place: 'B1',
    least: 2,
    counted: 3,
    offers: [[NORTH, 9, 1]],
  },
  {
    id: 'plug-kit',
    name: 'Plug kit, 4-way',
    number: 'PK 4-90',
    maker: 'Kar',
    piece: 'Plug kit, 4-way, with seals',
    place: 'B2',
    least: 1,
    counted: 1,
    offers: [[NORTH, 34, 2]],
  },
  {
    id: 'strainer',
    name: 'Strainer, straight',
    number: 'FN 31-2',
    maker: 'Firn',
    piece: 'Strainer with retainer',
    place: 'A3',
    least: 1,
    counted: 1,
    offers: [[VALLEY, 12, 3]],
  },
  {
    id: 'diesel-set',
    name: 'Filter set, diesel',
    number: 'FN 40-D',
    maker: 'Firn',
    piece: 'Filter set, diesel',
    place: 'A1',
    least: 1,
    counted: 0,
    offers: [
      [NORTH, 46, 1],
      [VALLEY, 39, 3],
    ],
  },
  {
    id: 'sender',
    name: 'Level sender, 3 to 110 Ω',
    number: 'TV 110-L',
    maker: 'Tarn',
    piece: 'Level sender',
    place: 'C2',
    least: 0,
    counted: 1,
    offers: [[VALLEY, 78, 8]],
  },
  {
    id: 'fuse-15',
    name: 'Fuse 15 A',
    number: 'F 15',
    maker: 'Kar',
    piece: 'Fuse 15 A',
    place: 'B3',
    least: 10,
    counted: 26,
    offers: [[NORTH, 0.4, 1]],
  },
  {
    id: 'carb-kit',
    name: 'Carburettor kit, single barrel',
    number: 'CK 1-78',
    maker: 'Firn',
    piece: 'Carburettor kit',
    place: 'C3',
    least: 0,
    counted: 0,
    offers: [[VALLEY, 38, 9]],
  },
]

function wordsOf(part: Shelved): PartWord[] {
  const { name, number, maker, piece, place, least } = part
  return [
    ...Object.entries({ name, number, maker, piece, place, least }).map(
      ([field, value]) => ({ says: 'field', field, value }) as PartWord,
    ),
    { says: 'counted', count: part.counted },
    ...part.offers.map(([seller, priceEach, days, carriage = 0]): PartWord => ({
      says: 'quote',
      seller,
      priceEach,
      carriage,
      days,
    })),
    ...(part.with ?? []).map(([companion, count]): PartWord => ({
      says: 'companion',
      name: companion,
      count,
      there: true,
    })),
  ]
}

const none = { jobId: null, unit: '' }
const UNIT_18 = { jobId: 'demo-job-18', unit: '18' }

interface Happened {
  id: string
  daysAgo: number
  words: PartWord[]
}
const went = (to: 'job' | 'scrap', unit = ''): PartWord => ({
  says: 'moved',
  count: 1,
  from: 'shelf',
  to,
  orderId: null,
  jobId: null,
  unit,
})
const fit = (fits: boolean, unit: string, vehicleName: string, why = ''): PartWord => ({
  says: 'fit',
  fits,
  vehicleName,
  layout: 'A01',
  why,
  jobId: null,
  unit,
})
const ordered = (orderId: string, seller: string, priceEach: number, dueAt: number): PartWord => ({
  says: 'ordered',
  orderId,
  count: 2,
  seller,
  priceEach,
  dueAt,
  itemId: null,
  ...none,
})

/** A module that was ordered for the generator set and its seal from the shelf: its record names them. */
const unit18Took = (now: number): Happened[] => [
  {
    id: 'module-tarn',
    daysAgo: 1.06,
    words: orderWords(
      { orderId: 'demo-order-tarn', count: 1, itemId: 'parts:Pump module', ...UNIT_18 },
      { seller: NORTH, priceEach: 205, days: 1, coreEach: 25 },
      now - 1.06 * DAY_MS,
    ),
  },
  {
    id: 'module-tarn',
    daysAgo: 1.04,
    words: [
      { says: 'moved', count: 1, from: 'seller', to: 'job', orderId: 'demo-order-tarn', ...UNIT_18 },
      { ...fit(true, '18', 'Tarn stand-by generator set'), ...UNIT_18 },
      { says: 'core sent', coreId: 'demo-order-tarn' },
    ],
  },
  {
    id: 'seal-flange',
    daysAgo: 1.04,
    words: [{ says: 'moved', count: 1, from: 'shelf', to: 'job', orderId: null, ...UNIT_18 }],
  },
]

/** What happened since: taken, scrapped, on order, owed back, and one that did not fit. The oldest first. */
const since = (now: number): Happened[] => [
  {
    id: 'module-larch',
    daysAgo: 60,
    words: [
      fit(false, '04', 'Larch 9 shuttle minibus', 'Module height: too tall, the ring will not close'),
      fit(true, '07', 'Larch 12 shuttle minibus'),
      {
        says: 'core',
        coreId: 'demo-core',
        seller: NORTH,
        value: 40,
        dueAt: now + 6 * DAY_MS,
        jobId: null,
        unit: '07',
      },
    ],
  },
  { id: 'filter-inline', daysAgo: 33, words: [went('job', '02')] },
  { id: 'seal-flange', daysAgo: 12, words: [went('scrap')] },
  { id: 'filter-inline', daysAgo: 9, words: [went('job', '15')] },
  { id: 'filter-inline', daysAgo: 3, words: [ordered('demo-order-filter', VALLEY, 14.5, now - DAY_MS / 2)] },
  ...unit18Took(now),
  { id: 'diesel-set', daysAgo: 1, words: [ordered('demo-order-diesel', NORTH, 46, now + 2 * DAY_MS)] },
]

/** The demo garage's parts as they stand at `now`, ms. */
export function demoParts(now: number): PartFact[] {
  const author = { device: 'demo', by: 'Marit' }
  let made = 0
  const nextId = () => `demo-part-fact-${(made += 1)}`
  const said = [...SHELVED.map((part) => ({ id: part.id, daysAgo: 90, words: wordsOf(part) })), ...since(now)]
  return said.reduce<PartFact[]>(
    (log, { id, daysAgo, words }) => [
      ...log,
      ...partFactsOf(
        log,
        words.map((word) => ({ partId: `demo-part-${id}`, word })),
        author,
        now - daysAgo * DAY_MS,
        nextId,
      ),
    ],
    [],
  )
}
