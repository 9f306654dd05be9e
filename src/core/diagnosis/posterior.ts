/**
 * The posterior: a fold over the evidence in one canonical order. Each particle carries the log of its
 * weight and its own belief about the nuisances z (mean, and covariance I - sum u u'), which every
 * reading moves in proportion to how far the particle owns it. A small share of every likelihood is
 * kept for slips of hand or meter, and the whole is tempered, as insurance against a model that is too
 * sure. Formulation: MODELS.md, "Posterior".
 */
import { normalDensity, toSi, type Entered } from '../shared'
import { ACCURACY } from '../library'
import { normalisedWeights, weighed, withSlips, type ParticleState } from './belief'
import { complaintLikelihood, priorWeight, type Complaint } from './hypotheses'
import type { Catalogue, NumericTest, Predicted, Table } from './table'

/** Share of readings that are slips. */
export const SLIP = 0.02
/** Tempering of each likelihood. */
export const TEMPER = 0.85
/** What is left of the weight of a reading that its taker was not sure of. */
const DOUBT = 0.4
/** Share of observations that are misjudged. */
const MISJUDGED = 0.03
/** Structural error of the model: share of the value, and of the span. */
const STRUCTURAL_RELATIVE = 0.025
const STRUCTURAL_SPAN = 0.003
/** 'None of these': its weight before any reading, its width, and the share that is flat. */
const NONE_WEIGHT = 0.02
const NONE_WIDENING = 2.25
const NONE_FLAT = 0.25
/** Particles lighter than this keep their old z. */
const LIGHT = 1e-7
/** Scatter assumed of any figure until its derivatives are there. */
const NO_DERIVATIVES_YET = 0.04
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
}

/** What the job has excluded or damped: repairs done and found good or bad parts. */
export interface Done {
  repairId: string
  partWasBad: 'yes' | 'no' | 'unknown'
}

export interface Posterior {
  table: Table
  states: ParticleState[]
  weights: Float64Array
  classWeights: Float64Array
  evidence: Evidence[]
  /** Share of each reading, in order, that the posterior takes for a slip. */
  slips: Map<string, number>
}

export function readingSigma(entry: NumericTest, value: number): number {
  const accuracy = ACCURACY[entry.test.instrument]
  const unit = entry.test.reading.kind === 'number' ? entry.test.reading.unit : 'V'
  const instrument = Math.hypot(accuracy.relative * value, accuracy.floor(unit))
  return Math.hypot(instrument, STRUCTURAL_RELATIVE * value, STRUCTURAL_SPAN * entry.span)
}

/** One order for the same evidence, whatever order it came in. */
function canonical(catalogue: Catalogue, evidence: Evidence[]): Evidence[] {
  const place = (item: Evidence) => catalogue.numericById.get(item.testId)?.row ?? 1e6 + (catalogue.seenById.get(item.testId)?.offset ?? 0)
  return [...evidence].sort((one, other) => place(one) - place(other) || (one.id < other.id ? -1 : 1))
}

/** Prior with the complaint folded in. */
export function priorStates(table: Table, complaint: Complaint, done: Done[] = []): ParticleState[] {
  const single = new Map(table.classes.flatMap((entry) => (entry.faults.length === 1 ? [[entry.faults[0]!.id, priorWeight(entry.faults[0]!, complaint.raisers)] as const] : [])))
  const total = [...single.values()].reduce((sum, weight) => sum + weight, 0)
  const classPrior = table.classes.map((entry) => {
    if (entry.faults.length === 0) return 0
    const product = entry.faults.reduce((weight, fault) => weight * (single.get(fault.id)! / total), entry.faults.length === 2 ? 0.5 : 1)
    return product * doneFactor(entry.faults.map((fault) => fault.repairs), done)
  })
  let mass = 0
  const weights = table.predicted.map((entry) => {
    const faults = table.classes[entry.particle.classIndex]!.faults
    const weight = classPrior[entry.particle.classIndex]! * entry.particle.weight * complaintLikelihood(table.catalogue.library.symptoms, complaint, entry.symptoms, entry.particle, faults.some((fault) => fault.comesAndGoes))
    mass += weight
    return weight
  })
  const none = table.classes.findIndex((entry) => entry.faults.length === 0)
  return weights.map((weight, at): ParticleState => ({
    logWeight: Math.log(table.predicted[at]!.particle.classIndex === none ? NONE_WEIGHT : ((1 - NONE_WEIGHT) * weight) / mass),
    mean: table.belief.mean?.slice() ?? null, lost: [...table.belief.lost],
  }))
}

/** A repair that did not cure damps what it should have cured; the more so when the old part was sound. */
function doneFactor(repairsOfFaults: string[][], done: Done[]): number {
  return done.reduce((factor, entry) => (repairsOfFaults.some((repairs) => repairs.includes(entry.repairId)) ? factor * (entry.partWasBad === 'yes' ? 0.05 : 0.03) : factor), 1)
}

/** Folds the evidence. Pure: the same table, complaint and evidence give the same weights to the last bit. */
export function posteriorOf(table: Table, complaint: Complaint, evidence: Evidence[], done: Done[] = []): Posterior {
  const states = priorStates(table, complaint, done)
  const slipShares = new Map<string, Float64Array>()
  const seenBefore = new Map<string, number>()
  for (const item of canonical(table.catalogue, evidence)) {
    const alike = evidence.filter((other) => other.testId === item.testId && agree(table.catalogue, item, other)).length
    const repeat = seenBefore.get(item.testId) ?? 0
    seenBefore.set(item.testId, repeat + 1)
    slipShares.set(item.id, foldOne(table, states, item, ((item.doubtful ? DOUBT : 1) * TEMPER) / (1 + repeat), alike))
  }
  return finish(table, states, evidence, slipShares)
}

/** Two readings of one test that say the same. */
function agree(catalogue: Catalogue, one: Evidence, other: Evidence): boolean {
  if (one.value.kind === 'outcome' || other.value.kind === 'outcome') return one.value.kind === other.value.kind && 'outcome' in one.value && 'outcome' in other.value && one.value.outcome === other.value.outcome
  const entry = catalogue.numericById.get(one.testId)
  const [a, b] = [toSi(one.value.entered), toSi(other.value.entered)]
  return entry !== undefined && Math.abs(a - b) < 3 * Math.SQRT2 * readingSigma(entry, a)
}

function finish(table: Table, states: ParticleState[], evidence: Evidence[], slipShares: Map<string, Float64Array>): Posterior {
  const weights = normalised(states)
  const slips = new Map([...slipShares].map(([id, shares]) => [id, shares.reduce((sum, share, at) => sum + share * weights[at]!, 0)] as const))
  const classWeights = new Float64Array(table.classes.length)
  weights.forEach((weight, at) => (classWeights[table.predicted[at]!.particle.classIndex]! += weight))
  return { table, states, weights, classWeights, evidence, slips }
}

const normalised = (states: ParticleState[]): Float64Array => normalisedWeights(states.map((state) => state.logWeight))

/** `alike` readings of one test that agree, itself among them: a slip would have to happen that often in the same way. */
function foldOne(table: Table, states: ParticleState[], item: Evidence, temper: number, alike: number): Float64Array {
  const numeric = table.catalogue.numericById.get(item.testId)
  if (numeric && item.value.kind === 'number') return foldNumber(table, states, numeric, toSi(item.value.entered), item.faultPresent, temper, SLIP ** alike)
  const seen = table.catalogue.seenById.get(item.testId)
  if (seen && item.value.kind === 'outcome') {
    const { outcome } = item.value
    const at = seen.outcomes.findIndex((entry) => entry.id === outcome)
    if (at >= 0) return foldOutcome(table, states, seen.offset + at, seen.outcomes.length, item.faultPresent, temper, MISJUDGED ** alike)
  }
  return new Float64Array(states.length)
}

const showsNow = (shows: number, present: Evidence['faultPresent']) => (shows === 1 ? 1 : present === 'yes' ? 1 : present === 'no' ? SHOWS_WHEN_ABSENT : shows)

/** Predicted mean and variance of a row under a particle's own belief about z (the last two are its severities). */
export function predictiveOf(predicted: Predicted, state: ParticleState, row: number, count: number): { mean: number; variance: number } {
  const { derivatives, severity, values } = predicted
  let mean = values[row]!
  const base = row * count
  let variance = derivatives ? 0 : (NO_DERIVATIVES_YET * mean) ** 2
  for (let k = 0; k < (derivatives ? count : 0); k += 1) {
    const d = derivatives![base + k]!
    variance += d * d
    if (state.mean) mean += d * state.mean[k]!
  }
  for (let k = 0; k < (severity ? 2 : 0); k += 1) {
    const d = severity![2 * row + k]!
    variance += d * d
    if (state.mean) mean += d * state.mean[count + k]!
  }
  for (const lost of state.lost) variance -= alongLost(predicted, lost, row, count) ** 2
  return { mean, variance: Math.max(variance, 0) }
}

function alongLost(predicted: Predicted, lost: Float64Array, row: number, count: number): number {
  const base = row * count
  let dot = 0
  if (predicted.derivatives) for (let k = 0; k < count; k += 1) dot += predicted.derivatives[base + k]! * lost[k]!
  if (predicted.severity) dot += predicted.severity[2 * row]! * lost[count]! + predicted.severity[2 * row + 1]! * lost[count + 1]!
  return dot
}

/** Density of a reading for one particle: its own prediction, the sound one when it does not show, slips. */
export function readingDensity(table: Table, at: number, predictive: { mean: number; variance: number }, soundPredictive: { mean: number; variance: number }, entry: NumericTest, y: number, shows: number, slip = SLIP): { own: number; total: number } {
  const sigma2 = readingSigma(entry, predictive.mean) ** 2
  const flat = 1 / entry.span
  if (table.classes[table.predicted[at]!.particle.classIndex]!.faults.length === 0) {
    const own = (1 - NONE_FLAT) * normalDensity(y, predictive.mean, NONE_WIDENING * predictive.variance + sigma2) + NONE_FLAT * flat
    return { own, total: (1 - slip) * own + slip * flat }
  }
  const own = shows * normalDensity(y, predictive.mean, predictive.variance + sigma2)
  const sound = shows < 1 ? (1 - shows) * normalDensity(y, soundPredictive.mean, soundPredictive.variance + readingSigma(entry, soundPredictive.mean) ** 2) : 0
  return { own, total: (1 - slip) * (own + sound) + slip * flat }
}

function foldNumber(table: Table, states: ParticleState[], entry: NumericTest, y: number, present: Evidence['faultPresent'], temper: number, slip: number): Float64Array {
  const count = table.catalogue.nuisanceCount
  const soundPredictive = predictiveOf(table.sound, table.belief, entry.row, count)
  const before = normalised(states)
  const shares = new Float64Array(states.length)
  for (let at = 0; at < states.length; at += 1) {
    const state = states[at]!
    const predicted = table.predicted[at]!
    const shows = showsNow(predicted.particle.shows, present)
    const predictive = predictiveOf(predicted, state, entry.row, count)
    const { own, total } = readingDensity(table, at, predictive, soundPredictive, entry, y, shows, slip)
    state.logWeight = weighed(state.logWeight, total, temper)
    shares[at] = slip / entry.span / total
    if (before[at]! > LIGHT && predicted.derivatives) learn(predicted, state, entry.row, y, predictive, readingSigma(entry, predictive.mean) ** 2, ((1 - slip) * own) / total, count)
  }
  return shares
}

/** Kalman step of z from a reading y of this variance at a row, scaled by how far the particle owns it. */
export function learn(predicted: Predicted, state: ParticleState, row: number, y: number, predictive: { mean: number; variance: number }, readingVariance: number, responsibility: number, count: number) {
  const total = predictive.variance + readingVariance
  const size = count + 2
  const gain = new Float64Array(size)
  gain.set(predicted.derivatives!.subarray(row * count, (row + 1) * count))
  if (predicted.severity) gain.set(predicted.severity.subarray(2 * row, 2 * row + 2), count)
  for (const lost of state.lost) {
    const dot = alongLost(predicted, lost, row, count)
    for (let k = 0; k < size; k += 1) gain[k]! -= dot * lost[k]!
  }
  const step = (responsibility * (y - predictive.mean)) / total
  const mean = state.mean ?? new Float64Array(size)
  for (let k = 0; k < size; k += 1) mean[k]! += step * gain[k]!
  state.mean = mean
  const shrink = Math.sqrt(responsibility / total)
  for (let k = 0; k < size; k += 1) gain[k]! *= shrink
  state.lost.push(gain)
}

function foldOutcome(table: Table, states: ParticleState[], place: number, outcomes: number, present: Evidence['faultPresent'], temper: number, misjudged: number): Float64Array {
  const shares = new Float64Array(states.length)
  for (let at = 0; at < states.length; at += 1) {
    const chance = outcomeChance(table, at, place, outcomes, present, misjudged)
    states[at]!.logWeight = weighed(states[at]!.logWeight, chance, temper)
    shares[at] = misjudged / outcomes / chance
  }
  return shares
}

export function outcomeChance(table: Table, at: number, place: number, outcomes: number, present: Evidence['faultPresent'] = 'unknown', misjudged = MISJUDGED): number {
  const predicted = table.predicted[at]!
  const none = table.classes[predicted.particle.classIndex]!.faults.length === 0
  const shows = showsNow(predicted.particle.shows, present)
  const chance = shows * predicted.chances[place]! + (1 - shows) * table.sound.chances[place]!
  const own = none ? (1 - NONE_FLAT) * chance + NONE_FLAT / outcomes : chance
  return withSlips(own, misjudged, outcomes)
}

export { showsNow }
