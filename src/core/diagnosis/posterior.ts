/**
 * The posterior: a fold over the evidence in one canonical order. Each particle carries the log of its
 * weight and its own belief about the nuisances z (mean, and covariance I - sum u u'), which every
 * reading moves in proportion to how far the particle owns it. A small share of every likelihood is
 * kept for slips of hand or meter, and the whole is tempered, as insurance against a model that is too
 * sure. Formulation: MODELS.md, "Posterior".
 */
import { normalCdf, normalDensity, toSi, type Entered } from '../shared'
import { normalisedWeights, weighed, withSlips, type ParticleState } from './belief'
import { complaintLikelihood, doneFactor, priorWeight, type Complaint, type Done } from './hypotheses'
import { learn, predictiveOf, readingSigma, roomFor, type Predictive, type Room } from './scatter'
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

export interface Evidence {
  id: string
  testId: string
  /** A number as typed, or the id of an outcome. */
  value: { kind: 'number'; entered: Entered } | { kind: 'outcome'; outcome: string }
  /** Was the complaint there while reading? */
  faultPresent: 'yes' | 'no' | 'unknown'
  /** The technician was not sure of it. */
  doubtful?: boolean
  /** From end to end of its swing where it did not stand still, SI. */
  swings?: number
}

export interface Posterior {
  table: Table
  states: ParticleState[]
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

/** Prior with the complaint folded in. */
export function priorStates(table: Table, complaint: Complaint, done: Done[] = []): ParticleState[] {
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
  return weights.map((weight, at): ParticleState => ({
    logWeight: Math.log(
      table.predicted[at]!.particle.classIndex === none ? NONE_WEIGHT : ((1 - NONE_WEIGHT) * weight) / mass,
    ),
    mean: table.belief.mean?.slice() ?? null,
    lost: [...table.belief.lost],
  }))
}

/** Folds the evidence. Pure: the same table, complaint and evidence give the same weights to the last bit. */
export function posteriorOf(
  table: Table,
  complaint: Complaint,
  evidence: Evidence[],
  done: Done[] = [],
): Posterior {
  const states = priorStates(table, complaint, done)
  const slipShares = new Map<string, Float64Array>()
  const seenBefore = new Map<string, number>()
  // A vector a reading and particle, and one for the mean.
  const room = roomFor(
    states.length * (evidence.filter((item) => item.value.kind === 'number').length + 1),
    table.felt,
  )
  for (const item of canonical(table.catalogue, evidence)) {
    const again = evidence.filter((other) => sameFact(item, other))
    const alike = again.filter((other) => agree(table.catalogue, item, other)).length
    const fact = factOf(item)
    const repeat = seenBefore.get(fact) ?? 0
    seenBefore.set(fact, repeat + 1)
    slipShares.set(
      item.id,
      foldOne(table, states, item, ((item.doubtful ? DOUBT : 1) * TEMPER) / (1 + repeat), alike, room),
    )
  }
  return { ...finish(table, states, slipShares), complaint, done, evidence }
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
  states: ParticleState[],
  slipShares: Map<string, Float64Array>,
): Pick<Posterior, 'table' | 'states' | 'weights' | 'classWeights' | 'slips'> {
  const weights = normalised(states)
  const slips = new Map(
    [...slipShares].map(
      ([id, shares]) => [id, shares.reduce((sum, share, at) => sum + share * weights[at]!, 0)] as const,
    ),
  )
  const classWeights = new Float64Array(table.classes.length)
  weights.forEach((weight, at) => (classWeights[table.predicted[at]!.particle.classIndex]! += weight))
  return { table, states, weights, classWeights, slips }
}

const normalised = (states: ParticleState[]): Float64Array =>
  normalisedWeights(states.map((state) => state.logWeight))

/** `alike` readings of one test that agree, itself among them: a slip would have to happen that often in the same way. */
function foldOne(
  table: Table,
  states: ParticleState[],
  item: Evidence,
  temper: number,
  alike: number,
  room: Room,
): Float64Array {
  const numeric = table.catalogue.numericById.get(item.testId)
  if (numeric && item.value.kind === 'number')
    return foldNumber(
      table,
      states,
      numeric,
      toSi(item.value.entered),
      item.faultPresent,
      temper,
      slipOf(SLIP, alike),
      room,
      (item.swings ?? 0) ** 2 / 12,
    )
  const seen = table.catalogue.seenById.get(item.testId)
  if (seen && item.value.kind === 'outcome') {
    const { outcome } = item.value
    const at = seen.outcomes.findIndex((entry) => entry.id === outcome)
    if (at >= 0)
      return foldOutcome(
        table,
        states,
        seen.offset + at,
        seen.outcomes.length,
        item.faultPresent,
        temper,
        slipOf(MISJUDGED, alike),
      )
  }
  return new Float64Array(states.length)
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
function likelihood(entry: NumericTest, y: number, mean: number, variance: number): number {
  const of = (widening: number) => {
    if (entry.skewed && mean > 0) return skewed(entry, y, mean, widening * variance)
    const sd = Math.sqrt(widening * variance)
    const end = endAt(entry, y)
    return end === 0 ? normalDensity(y, mean, widening * variance) : normalCdf((end * (mean - y)) / sd)
  }
  return (1 - LOOSE) * of(1) + LOOSE * of(LOOSE_WIDENING)
}

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

/** Density of a reading for one particle: its own prediction, the sound one when it does not show, slips. */
export function readingDensity(
  table: Table,
  at: number,
  predictive: Predictive,
  soundPredictive: Predictive,
  entry: NumericTest,
  y: number,
  shows: number,
  slip = SLIP,
): { own: number; total: number; flat: number } {
  const sigma2 = readingSigma(entry, predictive.mean) ** 2
  const flat = endAt(entry, y) === 0 ? 1 / entry.span : SLIPS_TO_END
  if (table.classes[table.predicted[at]!.particle.classIndex]!.faults.length === 0) {
    const own =
      (1 - NONE_FLAT) * likelihood(entry, y, predictive.mean, NONE_WIDENING * predictive.variance + sigma2) +
      NONE_FLAT * flat
    return { own, total: (1 - slip) * own + slip * flat, flat }
  }
  const own = shows * likelihood(entry, y, predictive.mean, predictive.variance + sigma2)
  const sound =
    shows < 1
      ? (1 - shows) *
        likelihood(
          entry,
          y,
          soundPredictive.mean,
          soundPredictive.variance + readingSigma(entry, soundPredictive.mean) ** 2,
        )
      : 0
  return { own, total: (1 - slip) * (own + sound) + slip * flat, flat }
}

function foldNumber(
  table: Table,
  states: ParticleState[],
  entry: NumericTest,
  y: number,
  present: Evidence['faultPresent'],
  temper: number,
  slip: number,
  room: Room,
  swingVariance: number,
): Float64Array {
  const soundPredictive = widened(predictiveOf(table, table.sound, table.belief, entry.row), swingVariance)
  const before = normalised(states)
  const shares = new Float64Array(states.length)
  for (let at = 0; at < states.length; at += 1) {
    const state = states[at]!
    const predicted = table.predicted[at]!
    const shows = showsNow(predicted.particle.shows, present)
    const predictive = predictiveOf(table, predicted, state, entry.row)
    const { own, total, flat } = readingDensity(
      table,
      at,
      widened(predictive, swingVariance),
      soundPredictive,
      entry,
      y,
      shows,
      slip,
    )
    state.logWeight = weighed(state.logWeight, total, temper)
    shares[at] = (slip * flat) / total
    // Beyond the end of the scale nothing says how far.
    const beyond = endAt(entry, y) * (predictive.mean - y) > 0
    if (before[at]! > LIGHT && predicted.derivatives && !beyond)
      learn(
        table,
        predicted,
        state,
        entry.row,
        y,
        predictive,
        readingSigma(entry, predictive.mean) ** 2 + swingVariance,
        ((1 - slip) * own) / total,
        room,
      )
  }
  return shares
}

/** A needle that swings says where it is on the mean, by as much as it swings the less exactly. */
const widened = (predictive: Predictive, variance: number): Predictive =>
  variance === 0 ? predictive : { mean: predictive.mean, variance: predictive.variance + variance }

function foldOutcome(
  table: Table,
  states: ParticleState[],
  place: number,
  outcomes: number,
  present: Evidence['faultPresent'],
  temper: number,
  misjudged: number,
): Float64Array {
  const shares = new Float64Array(states.length)
  for (let at = 0; at < states.length; at += 1) {
    const chance = outcomeChance(table, at, place, outcomes, present, misjudged)
    states[at]!.logWeight = weighed(states[at]!.logWeight, chance, temper)
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
