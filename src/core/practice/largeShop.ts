/**
 * A made-up workshop of any size, for trying and for measuring: vehicles of all layouts, years of signed jobs with
 * what an instrument showed on a vehicle with that fault, a shelf of parts. The same seed gives the same shop, in
 * whatever pieces it is asked for.
 */
import { libraryOf, usualWays, type Test } from '../library'
import type { VehicleRecord } from '../job'
import { LogBuilder, type JobEvent } from '../records'
import { partFactsOf, type PartFact, type PartWord } from '../parts'
import { seededRandom, type Entered, type Random } from '../shared'
import { repaired, standInById, truthVehicle } from '../simulate'
import { LAYOUTS, LAYOUT_IDS, layoutOf, specificationOf, type LayoutId } from '../vehicle'
import type { DemoJob } from './jobScript'

export interface ShopSize {
  vehicles: number
  jobs: number
  parts: number
}
export const LARGE_SHOP: ShopSize = { vehicles: 5000, jobs: 20_000, parts: 3000 }
const SEED = 90_210

const DAY_MS = 86_400_000
const MINUTE_MS = 60_000
/** The shop's jobs lie in these years before now. */
const YEARS = 8
/** Every so many jobs one is still open, and lies in the last days. */
const OPEN_ONE_IN = 400
const OPEN_DAYS = 20
const READINGS = 7
const PROOFS = 3
const FAULTS_OF_A_LAYOUT = 5

const NAMES =
  'Larch Cairn Scarp Corrie Arete Firn Moraine Tarn Drift Serac Couloir Spur Fell Beck Knoll Rime'.split(' ')
const KINDS = [
  'shuttle minibus',
  'parcel van',
  'pick-up',
  'school bus',
  'tool carrier',
  'box van',
  'camper bus',
  'estate',
]
const WORDS = [
  'Turns over, will not start',
  'No power uphill',
  'Dies at the lights, starts again after ten minutes',
  'Long on the starter every morning',
  'Gauge shows empty after filling',
  'Smells of fuel beside the rear wheel',
  'Hesitates when it is warm',
  'Starts and dies after two seconds',
  'Whines from the tank since last week',
]
const NOTES = [
  'Frame rusted at the rear strap',
  'Hose chafed at the heat shield',
  'Hatch screws replaced with stainless',
  'Tank dented, pickup free',
  'Old filter full of rust',
  'Plug browned at the pump pin',
  'Clip of the return line missing',
  'Filler hose cracked outside',
]
const RISKS = ['It may tear on a rough road.', 'It may leak when full.', 'It may stop again.']
const PEOPLE = ['Ida', 'Jørn', 'Marit', 'Ove', 'Sunniva']

const pick = <T>(random: Random, from: readonly T[]): T => from[Math.floor(random.next() * from.length)]!
const randomOf = (kind: number, at: number) => seededRandom(SEED + 7919 * at + 104_729 * kind)

/** A vehicle by its place. */
export function shopVehicle(at: number): VehicleRecord {
  const random = randomOf(1, at)
  const layout = pick(random, LAYOUT_IDS)
  const number = 1 + Math.floor(random.next() * 24)
  return {
    id: `shop-vehicle-${at}`,
    unit: String(1000 + at),
    name: `${pick(random, NAMES)} ${number} ${pick(random, KINDS)}`,
    layout,
    kind: 'real',
    year: 1990 + Math.floor(random.next() * 34),
    kilometres: Math.round(random.next() * 400) * 1000,
    notes: random.next() < 0.4 ? `${pick(random, NOTES)}.` : '',
    specification: specificationOf({}, LAYOUTS[layout]),
    edits: [],
    ways: usualWays(layout),
    access: [],
    limits: [],
  }
}

interface Shown {
  testId: string
  scene: Test['scene']
  instrument: Test['instrument']
  bad: Entered
  good: Entered
}
const shown = new Map<string, { repairId: string; readings: Shown[] }>()

/** What the instruments show on one layout with one of its commoner faults, and once it is repaired. */
function readingsOf(layoutId: LayoutId, which: number): { repairId: string; readings: Shown[] } {
  const key = `${layoutId} ${which}`
  const known = shown.get(key)
  if (known) return known
  const layout = layoutOf({ layoutId, edits: [], scope: 'engine' })
  const { faults, tests } = libraryOf(layout)
  const fault = [...faults].sort((one, other) => other.weight - one.weight)[which % faults.length]!
  const repairId = fault.repairs[0]!
  const bad = truthVehicle(
    SEED,
    specificationOf({}, LAYOUTS[layoutId]),
    [{ faultId: fault.id, severity: 0.7 }],
    layout,
  )
  const good = repaired(bad, [repairId])
  const readings = tests
    .filter(({ reading, instrument }) => reading.kind === 'number' && instrument !== 'gasMeter')
    .slice(0, READINGS)
    .flatMap((test): Shown[] => {
      const [one, other] = [standInById(bad, test.id), standInById(good, test.id)]
      return one.kind === 'number' && other.kind === 'number'
        ? [
            {
              testId: test.id,
              scene: test.scene,
              instrument: test.instrument,
              bad: one.entered,
              good: other.entered,
            },
          ]
        : []
    })
  const made = { repairId, readings }
  shown.set(key, made)
  return made
}

/** Scattered by a few per cent, to the step that people write down. */
const scattered = (random: Random, { value, unit }: Entered): Entered => ({
  value: Number((value * (1 + 0.03 * (2 * random.next() - 1))).toPrecision(4)),
  unit,
})

/** A job by its place, with its vehicle. `now` in ms: its years end there. */
export function shopJob(at: number, size: ShopSize, now: number): DemoJob {
  const random = randomOf(2, at)
  const vehicle = shopVehicle(Math.floor(random.next() * size.vehicles))
  const open = at % OPEN_ONE_IN === 0
  const ago = open ? random.next() * OPEN_DAYS : OPEN_DAYS + random.next() * YEARS * 365
  const jobId = `shop-job-${at}`
  const words = pick(random, WORDS)
  const from = Math.round(now - ago * DAY_MS)
  const log = new LogBuilder(jobId, { device: 'shop', by: pick(random, PEOPLE) })
    .add(from, 'job-opened', {
      vehicleId: vehicle.id,
      unit: vehicle.unit,
      vehicleName: vehicle.name,
      words,
      neededBy: null,
    })
    .add(from + MINUTE_MS, 'complaint-noted', {
      symptoms: ['starvesUnderLoad'],
      raisers: [],
      failingNow: 'yes',
      words,
      conditions: [],
      lastFill: '',
      lamps: '',
      history: random.next() < 0.3 ? pick(random, NOTES) : '',
    })
  const { repairId, readings } = readingsOf(vehicle.layout, Math.floor(random.next() * FAULTS_OF_A_LAYOUT))
  const read = (k: number, phase: 'trace' | 'proof', one: Shown) =>
    log.add(from + 5 * MINUTE_MS * (k + 1), 'reading-taken', {
      readingId: `r${k}`,
      testId: one.testId,
      value: { kind: 'number', entered: scattered(random, phase === 'trace' ? one.bad : one.good) },
      scene: one.scene,
      instrument: one.instrument,
      faultPresent: 'yes',
      source: 'vehicle',
      phase,
      sure: 'yes',
    })
  readings.forEach((one, k) => read(k, 'trace', one))
  if (!open) {
    readings.slice(0, PROOFS).forEach((one, k) => read(20 + k, 'proof', one))
    finish(log, random, from, repairId)
  }
  return { vehicle, events: log.events }
}

/** The repair is done, judged, proven and signed; now and then something is put off. */
function finish(log: LogBuilder, random: Random, from: number, repairId: string): void {
  const at = (minutes: number) => from + minutes * MINUTE_MS
  log
    .add(at(60), 'plan-made', {
      repairIds: [repairId],
      start: {},
      ways: [],
      reason: '',
      pace: { rust: 'none', first: false },
    })
    .add(at(90), 'step-done', {
      step: 0,
      operationId: `repair:${repairId}`,
      sets: {},
      entered: null,
      torqueNm: null,
      byFeel: false,
      note: '',
    })
    .add(at(95), 'part-judged', { repairId, partWasBad: random.next() < 0.9 ? 'yes' : 'unknown' })
  if (random.next() < 0.1)
    log.add(at(96), 'finding-noted', {
      findingId: 'beside',
      kind: 'find',
      what: pick(random, NOTES),
      then: 'deferred',
      risk: pick(random, RISKS),
    })
  const money = Math.round(40 + 300 * random.next())
  log
    .add(at(130), 'proof-noted', { item: 'complaintGone', outcome: random.next() < 0.96 ? 'yes' : 'no' })
    .add(at(131), 'cost-noted', { estimateLow: 0.8 * money, estimateHigh: 1.3 * money, money, minutes: 90 })
    .add(at(140), 'job-signed', {
      unproven: [],
      note: random.next() < 0.3 ? `${pick(random, NOTES)}, seen.` : '',
    })
}

const SELLERS = ['Northline', 'Valley Parts', 'Rail and Road', 'Upper Stores']
const MAKERS = ['Tarn', 'Firn', 'Kar', 'Sund', 'Vik']

/** A part by its place, as facts; it stands for one of the pieces that plans ask for. */
export function shopPart(at: number, pieces: readonly string[], now: number): PartFact[] {
  const random = randomOf(3, at)
  const piece = pick(random, pieces)
  const words: PartWord[] = [
    { says: 'field', field: 'name', value: `${piece}, type ${1 + (at % 40)}` },
    {
      says: 'field',
      field: 'number',
      value: `${pick(random, MAKERS).slice(0, 2).toUpperCase()} ${10_000 + at}-${at % 7}`,
    },
    { says: 'field', field: 'maker', value: pick(random, MAKERS) },
    { says: 'field', field: 'piece', value: piece },
    { says: 'field', field: 'place', value: `${'ABCDEFGH'[at % 8]}${1 + (at % 24)}-${1 + (at % 5)}` },
    { says: 'field', field: 'least', value: random.next() < 0.1 ? 1 : 0 },
    { says: 'counted', count: Math.floor(6 * random.next()) },
    ...SELLERS.slice(0, 1 + Math.floor(2 * random.next())).map((seller): PartWord => ({
      says: 'quote',
      seller,
      priceEach: Math.round(100 * (2 + 200 * random.next() ** 3)) / 100,
      carriage: 0,
      days: 1 + Math.floor(8 * random.next()),
    })),
  ]
  let made = 0
  return partFactsOf(
    [],
    words.map((word) => ({ partId: `shop-part-${at}`, word })),
    { device: 'shop', by: 'Marit' },
    now - 200 * DAY_MS,
    () => `shop-part-${at}-${(made += 1)}`,
  )
}

export interface ShopPiece {
  vehicles: VehicleRecord[]
  jobs: { jobId: string; vehicle: VehicleRecord; events: JobEvent[] }[]
  parts: PartFact[]
}

/** A piece of a shop: shares `from` to `to` (0 to 1) of its vehicles, jobs and parts. */
export function shopPiece(size: ShopSize, from: number, to: number, now: number): ShopPiece {
  const range = <T>(count: number, make: (at: number) => T): T[] => {
    const [first, end] = [Math.floor(from * count), Math.floor(to * count)]
    return Array.from({ length: end - first }, (_, k) => make(first + k))
  }
  const pieces = piecesAsked()
  return {
    vehicles: range(size.vehicles, shopVehicle),
    jobs: range(size.jobs, (at) => ({ ...shopJob(at, size, now), jobId: `shop-job-${at}` })),
    parts: range(size.parts, (at) => shopPart(at, pieces, now)).flat(),
  }
}

let named: string[] | null = null
/** Every piece that a plan may ask for. */
const piecesAsked = (): string[] =>
  (named ??= [
    ...new Set(
      LAYOUT_IDS.flatMap((layoutId) =>
        libraryOf(layoutOf({ layoutId, edits: [], scope: 'engine' })).repairs.flatMap(({ newParts }) =>
          newParts.map(({ name }) => name),
        ),
      ),
    ),
  ])
