/**
 * The posterior: a fold over the evidence in one canonical order. Each particle carries the log of its
 * weight and its own belief about the nuisances z (mean, and covariance I - sum u u'), which every
 * reading moves in proportion to how far the particle owns it. A small share of every likelihood is
 * kept for slips of hand or meter, and the whole is tempered, as insurance against a model that is too
 * sure. Formulation: MODELS.md, "Posterior".
 */
import { normalCdf, normalDensity, toSi } from '../shared'
import { normalisedWeights, weighed, withSlips } from './belief'
import type { Evidence } from './evidence'
import { beginOf, foldBefore, keepFold, type FoldedItem } from './folds'
import { Heard, kinshipOf } from './heard'
import { complaintLikelihood, doneFactor, priorWeight, type Complaint, type Done } from './hypotheses'
import { predictiveOf, readingSigma, readingVariance, type Predictive } from './scatter'
import type { Catalogue, NumericTest, Table } from './table'

/** Share of readings that are slips. */
export const SLIP = 0.02
/** Tempering of each likelihood. */
export const TEMPER = 0.85
/** What is left of the weight of a reading that its taker was not sure of. */
const DOUBT = 0.4
/** Share of observations that are misjudged. */
const MISJUDGED = 0.03
/** A slip that two readings agree in is the same slip: taken at the wrong place, misunderstood. So often the second makes it with the first. */
const SAME_SLIP = 0.25
/** Share of readings that are off by more than their instrument says, and by how many times. */
const LOOSE = 0.1
const LOOSE_WIDENING = 9
/** 'None of these': its weight before any reading, its width, and the share that is flat. It holds what nothing listed explains, and explains little itself. */
const NONE_WEIGHT = 0.02
const NONE_WIDENING = 2.25
const NONE_FLAT = 0.1
/** Particles lighter than this keep their old z. */
const LIGHT = 1e-7
/** A fault that comes and goes, read while the complaint was absent, shows this often at most. */
const SHOWS_WHEN_ABSENT = 0.08

export interface Posterior {
  table: Table
  /** What each particle has learned of its vehicle. */
  heard: Heard
  weights: Float64Array
  classWeights: Float64Array
  complaint: Complaint
  done: Done[]
  evidence: Evidence[]
  /** Share of each reading, in order, that the posterior takes for a slip. */
  slips: Map<string, number>
}

/** One order for the same evidence, whatever order it came in. */
function canonical(catalogue: Catalogue, evidence: Evidence[]): Evidence[] {
  const place = (item: Evidence) =>
    catalogue.numericById.get(item.testId)?.row ?? 1e6 + (catalogue.seenById.get(item.testId)?.offset ?? 0)
  return [...evidence].sort((one, other) => place(one) - place(other) || (one.id < other.id ? -1 : 1))
}

/** Logarithms of the particles' weights before any reading, the complaint folded in. */
export function priorLogs(table: Table, complaint: Complaint, done: Done[] = []): Float64Array {
  const single = new Map(
    table.classes.flatMap((entry) =>
      entry.faults.length === 1
        ? [[entry.faults[0]!.id, priorWeight(entry.faults[0]!, complaint)] as const]
        : [],
    ),
  )
  const total = [...single.values()].reduce((sum, weight) => sum + weight, 0)
  const classPrior = table.classes.map((entry) => {
    if (entry.faults.length === 0) return 0
    const product = entry.faults.reduce(
      (weight, fault) => weight * (single.get(fault.id)! / total),
      entry.faults.length === 2 ? 0.5 : 1,
    )
    return product * doneFactor(entry.faults, done)
  })
  let mass = 0
  const weights = table.predicted.map((entry) => {
    const faults = table.classes[entry.particle.classIndex]!.faults
    const weight =
      classPrior[entry.particle.classIndex]! *
      entry.particle.weight *
      complaintLikelihood(
        table.catalogue.library.symptoms,
        complaint,
        entry.symptoms,
        entry.particle,
        faults.some((fault) => fault.comesAndGoes),
      )
    mass += weight
    return weight
  })
  const none = table.classes.findIndex((entry) => entry.faults.length === 0)
  return Float64Array.from(weights, (weight, at) =>
    Math.log(
      table.predicted[at]!.particle.classIndex === none ? NONE_WEIGHT : ((1 - NONE_WEIGHT) * weight) / mass,
    ),
  )
}

/** Room for readings, in steps of this many: a fold that grows by one has the room of the one before it. */
const ROOM = 8

/** Folds the evidence. Pure: the same table, complaint and evidence give the same weights to the last bit. */
export function posteriorOf(
  table: Table,
  complaint: Complaint,
  evidence: Evidence[],
  done: Done[] = [],
): Posterior {
  const asked = asFolded(table.catalogue, evidence)
  const room = ROOM * Math.ceil(asked.filter(({ item }) => item.value.kind === 'number').length / ROOM)
  const begin = beginOf(complaint, done)
  const before = foldBefore(table, begin, room, asked)
  const items = before ? before.fold.items.slice(0, before.shared) : []
  const last = items.at(-1)
  const logs = last ? last.logs.slice() : priorLogs(table, complaint, done)
  const heard = before && last ? before.fold.heard.since(last.heard) : new Heard(logs.length, room)
  for (const one of asked.slice(items.length)) {
    const shares = foldOne(table, logs, heard, one.item, one.temper, one.alike)
    items.push({ ...one, logs: logs.slice(), heard: heard.soFar(), shares })
  }
  keepFold(table, { begin, belief: table.belief, particles: table.predicted.length, heard, items })
  return { ...finish(table, logs, items), heard, complaint, done, evidence }
}

/** The evidence in its one order, each with what it weighs: a reading taken again says less, and agreeing ones are one slip less often. */
function asFolded(
  catalogue: Catalogue,
  evidence: Evidence[],
): { item: Evidence; temper: number; alike: number }[] {
  const seenBefore = new Map<string, number>()
  return canonical(catalogue, evidence).map((item) => {
    const alike = evidence.filter((other) => sameFact(item, other) && agree(catalogue, item, other)).length
    const fact = factOf(item)
    const repeat = seenBefore.get(fact) ?? 0
    seenBefore.set(fact, repeat + 1)
    return { item, temper: ((item.doubtful ? DOUBT : 1) * TEMPER) / (1 + repeat), alike }
  })
}

/** What a test reads while the complaint is there, and what it reads while it is not, are two facts: neither is the other taken again. */
const factOf = ({ testId, faultPresent }: Evidence) => `${testId}${faultPresent === 'no' ? ' absent' : ''}`
const sameFact = (one: Evidence, other: Evidence) => factOf(one) === factOf(other)

/** Two readings of one test that say the same. */
function agree(catalogue: Catalogue, one: Evidence, other: Evidence): boolean {
  if (one.value.kind === 'outcome' || other.value.kind === 'outcome')
    return (
      one.value.kind === other.value.kind &&
      'outcome' in one.value &&
      'outcome' in other.value &&
      one.value.outcome === other.value.outcome
    )
  const entry = catalogue.numericById.get(one.testId)
  const [a, b] = [toSi(one.value.entered), toSi(other.value.entered)]
  return entry !== undefined && Math.abs(a - b) < 3 * Math.SQRT2 * readingSigma(entry, a)
}

function finish(
  table: Table,
  logs: Float64Array,
  items: FoldedItem[],
): Pick<Posterior, 'table' | 'weights' | 'classWeights' | 'slips'> {
  const weights = normalisedWeights(logs)
  const slips = new Map(
    items.map(
      ({ item, shares }) =>
        [item.id, shares.reduce((sum, share, at) => sum + share * weights[at]!, 0)] as const,
    ),
  )
  const classWeights = new Float64Array(table.classes.length)
  weights.forEach((weight, at) => (classWeights[table.predicted[at]!.particle.classIndex]! += weight))
  return { table, weights, classWeights, slips }
}

/** `alike` readings of one test that agree, itself among them: a slip would have to happen that often in the same way. */
function foldOne(
  table: Table,
  logs: Float64Array,
  heard: Heard,
  item: Evidence,
  temper: number,
  alike: number,
): Float64Array {
  const numeric = table.catalogue.numericById.get(item.testId)
  if (numeric && item.value.kind === 'number')
    return foldNumber(
      table,
      logs,
      heard,
      numeric,
      toSi(item.value.entered),
      item.faultPresent,
      temper,
      slipOf(SLIP, alike),
      (item.swings ?? 0) ** 2 / 12,
    )
  const seen = table.catalogue.seenById.get(item.testId)
  if (seen && item.value.kind === 'outcome') {
    const { outcome } = item.value
    const at = seen.outcomes.findIndex((entry) => entry.id === outcome)
    if (at >= 0)
      return foldOutcome(
        table,
        logs,
        seen.offset + at,
        seen.outcomes.length,
        item.faultPresent,
        temper,
        slipOf(MISJUDGED, alike),
      )
  }
  return new Float64Array(logs.length)
}

/** Chance that so many agreeing readings are all one slip. */
const slipOf = (one: number, alike: number) => one * SAME_SLIP ** (alike - 1)

const showsNow = (shows: number, present: Evidence['faultPresent']) =>
  shows === 1 ? 1 : present === 'yes' ? 1 : present === 'no' ? SHOWS_WHEN_ABSENT : shows

/**
 * How likely a reading is about a prediction. Most lie within their error, some lie wider, so that the
 * nearest listed fault owns what is a little beyond it. At an end of the scale the reading is all that lies
 * beyond: a chance, not a density.
 */
const likelihood = (entry: NumericTest, y: number, mean: number, variance: number): number =>
  (1 - LOOSE) * likelihoodWithin(entry, y, mean, variance) +
  LOOSE * likelihoodWithin(entry, y, mean, LOOSE_WIDENING * variance)

function likelihoodWithin(entry: NumericTest, y: number, mean: number, variance: number): number {
  if (entry.skewed && mean > 0) return skewed(entry, y, mean, variance)
  const end = endAt(entry, y)
  return end === 0 ? normalDensity(y, mean, variance) : normalCdf((end * (mean - y)) / Math.sqrt(variance))
}

/** How likely a reading is on the sound vehicle. */
export const soundLikelihood = (entry: NumericTest, y: number, { mean, variance }: Predictive): number =>
  likelihood(entry, y, mean, variance + readingVariance(entry, mean))

/** The logarithm's place and scatter of what is known by a factor: a content of nought is no content of thirty litres, however uncertain that is. */
function byFactor(entry: NumericTest, y: number, mean: number, variance: number) {
  const least = Math.max(y, readingSigma(entry, Math.max(y, 0)))
  const logVariance = Math.log1p(variance / (mean * mean))
  return { least, logVariance, off: Math.log(least / mean) + 0.5 * logVariance }
}

function skewed(entry: NumericTest, y: number, mean: number, variance: number): number {
  const { least, logVariance, off } = byFactor(entry, y, mean, variance)
  const end = endAt(entry, y)
  return end === 0
    ? normalDensity(off, 0, logVariance) / least
    : normalCdf((-end * off) / Math.sqrt(logVariance))
}

/** Chance that a test reads under y, about a prediction. */
export function chanceBelow(entry: NumericTest, y: number, mean: number, variance: number): number {
  if (!entry.skewed || mean <= 0) return normalCdf((y - mean) / Math.sqrt(variance))
  const { logVariance, off } = byFactor(entry, y, mean, variance)
  return normalCdf(off / Math.sqrt(logVariance))
}

/** Is it read at the lower (-1) or the upper end (1) of the scale? */
function endAt({ low, high, span }: NumericTest, y: number): -1 | 0 | 1 {
  if (y <= low + AT_END * span) return -1
  return y >= high - AT_END * span ? 1 : 0
}
const AT_END = 1e-6
/** A slip shows an end of the scale this often; anywhere else it is as likely as everywhere. */
const SLIPS_TO_END = 0.1

/** Density of a reading for one particle: its own prediction, `sound` where it does not show, slips. */
export function readingDensity(
  table: Table,
  at: number,
  predictive: Predictive,
  sound: number,
  entry: NumericTest,
  y: number,
  shows: number,
  slip = SLIP,
): { own: number; total: number; flat: number } {
  const sigma2 = readingVariance(entry, predictive.mean)
  const flat = endAt(entry, y) === 0 ? 1 / entry.span : SLIPS_TO_END
  if (table.classes[table.predicted[at]!.particle.classIndex]!.faults.length === 0) {
    const own =
      (1 - NONE_FLAT) * likelihood(entry, y, predictive.mean, NONE_WIDENING * predictive.variance + sigma2) +
      NONE_FLAT * flat
    return { own, total: (1 - slip) * own + slip * flat, flat }
  }
  const own = shows * likelihood(entry, y, predictive.mean, predictive.variance + sigma2)
  return { own, total: (1 - slip) * (own + (1 - shows) * sound) + slip * flat, flat }
}

function foldNumber(
  table: Table,
  logs: Float64Array,
  heard: Heard,
  entry: NumericTest,
  y: number,
  present: Evidence['faultPresent'],
  temper: number,
  slip: number,
  swingVariance: number,
): Float64Array {
  const sound = soundLikelihood(
    entry,
    y,
    widened(predictiveOf(table, table.sound, table.belief, entry.row), swingVariance),
  )
  const before = normalisedWeights(logs)
  const shares = new Float64Array(logs.length)
  const predictive = { mean: 0, variance: 0 }
  for (let at = 0; at < logs.length; at += 1) {
    const predicted = table.predicted[at]!
    const shows = showsNow(predicted.particle.shows, present)
    const kinship = kinshipOf(table, predicted)
    heard.expect(at, kinship, predicted, entry.row, predictive)
    const { own, total, flat } = readingDensity(
      table,
      at,
      widened(predictive, swingVariance),
      sound,
      entry,
      y,
      shows,
      slip,
    )
    logs[at] = weighed(logs[at]!, total, temper)
    shares[at] = (slip * flat) / total
    // Beyond the end of the scale nothing says how far.
    const beyond = endAt(entry, y) * (predictive.mean - y) > 0
    if (before[at]! > LIGHT && predicted.derivatives && !beyond)
      heard.hear(
        at,
        kinship,
        predicted,
        entry.row,
        y - predictive.mean,
        predictive.variance + readingVariance(entry, predictive.mean) + swingVariance,
        ((1 - slip) * own) / total,
      )
  }
  return shares
}

/** What a particle expects a row to read, after all that it has heard. */
export function expectedOf({ table, heard }: Pick<Posterior, 'table' | 'heard'>, at: number, row: number) {
  const predicted = table.predicted[at]!
  return heard.expect(at, kinshipOf(table, predicted), predicted, row, { mean: 0, variance: 0 })
}

/** A needle that swings says where it is on the mean, by as much as it swings the less exactly. */
const widened = (predictive: Predictive, variance: number): Predictive =>
  variance === 0 ? predictive : { mean: predictive.mean, variance: predictive.variance + variance }

function foldOutcome(
  table: Table,
  logs: Float64Array,
  place: number,
  outcomes: number,
  present: Evidence['faultPresent'],
  temper: number,
  misjudged: number,
): Float64Array {
  const shares = new Float64Array(logs.length)
  for (let at = 0; at < logs.length; at += 1) {
    const chance = outcomeChance(table, at, place, outcomes, present, misjudged)
    logs[at] = weighed(logs[at]!, chance, temper)
    shares[at] = misjudged / outcomes / chance
  }
  return shares
}

export function outcomeChance(
  table: Table,
  at: number,
  place: number,
  outcomes: number,
  present: Evidence['faultPresent'] = 'unknown',
  misjudged = MISJUDGED,
): number {
  const predicted = table.predicted[at]!
  const none = table.classes[predicted.particle.classIndex]!.faults.length === 0
  const shows = showsNow(predicted.particle.shows, present)
  const chance = shows * predicted.chances[place]! + (1 - shows) * table.sound.chances[place]!
  const own = none ? (1 - NONE_FLAT) * chance + NONE_FLAT / outcomes : chance
  return withSlips(own, misjudged, outcomes)
}

export { showsNow }
