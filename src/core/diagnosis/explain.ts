/**
 * Explanation data, computed, never written by hand: what each range of a reading would mean, how much
 * each reading moved a suspect, which readings do not fit, and the profile of volts and pressure along
 * the tracks.
 */
import { fromSi, toSi, type Probability, type UnitName } from '../shared'
import { REPAIRS, testById, type Test } from '../library'
import type { Station } from '../vehicle'
import { suspectsOf, type Suspect } from './suspects'
import type { Complaint, Done } from './hypotheses'
import { soundBandOf, type SoundBand } from './known'
import {
  expectedOf,
  outcomeChance,
  posteriorOf,
  readingDensity,
  showsNow,
  soundLikelihood,
  type Posterior,
} from './posterior'
import { predictiveOf } from './scatter'
import type { Table } from './table'

export interface Share {
  id: string
  name: string
  /** Segment or side suspect that it lies on. */
  segment: string
  before: Probability
  after: Probability
}
export interface Band {
  /** In the test's own unit; null for an outcome of an observation. */
  from: number | null
  to: number | null
  outcome: string | null
  label: string
  probability: Probability
  /** The three that lead after it. */
  shares: Share[]
  /** Suspects over 5 % before and under 1 % after. */
  excluded: string[]
}
export interface TestExplanation {
  testId: string
  bands: Band[]
  /** What a sound vehicle reads, and where that comes from. */
  sound: SoundBand | null
  /** Range worth drawing, in the test's unit. */
  scale: { low: number; high: number } | null
}

/** What a test would say, in another unit of its kind. */
export function explainedIn(explanation: TestExplanation, from: UnitName, to: UnitName): TestExplanation {
  if (from === to) return explanation
  const at = (value: number) => fromSi(toSi({ value, unit: from }), to)
  const end = (value: number | null) => (value === null ? null : at(value))
  const { bands, sound, scale } = explanation
  return {
    ...explanation,
    bands: bands.map((band) => ({ ...band, from: end(band.from), to: end(band.to) })),
    sound: sound && soundIn(sound, from, to),
    scale: scale && { low: at(scale.low), high: at(scale.high) },
  }
}
/** The band of sound readings in another unit of its kind. */
export function soundIn(sound: SoundBand, from: UnitName, to: UnitName): SoundBand {
  const at = (value: number) => fromSi(toSi({ value, unit: from }), to)
  return {
    ...sound,
    low: at(sound.low),
    high: at(sound.high),
    ...(sound.against && { against: { ...sound.against, value: at(sound.against.value) } }),
  }
}

const GRID = 72
const MERGE_UNDER = 0.02

export function explainTest(posterior: Posterior, testId: string): TestExplanation {
  const test = testById(testId)
  const before = suspectsOf(posterior)
  const numeric = posterior.table.catalogue.numericById.get(testId)
  if (!numeric) return { testId, bands: outcomeBands(posterior, test, before), sound: null, scale: null }
  if (test.reading.kind !== 'number') throw new Error(`${testId} has no number`)
  const { unit, low, high } = test.reading
  const soundBand = soundBandOf(posterior.table, numeric)
  const scale = drawnScale(posterior, numeric.row, unit, soundBand, { low, high })
  return { testId, bands: numberBands(posterior, test, before, scale), sound: soundBand, scale }
}

type Unit = Parameters<typeof fromSi>[1]

/** From the least to the most likely reading, sound band included, on round figures. */
function drawnScale(
  posterior: Posterior,
  row: number,
  unit: Unit,
  sound: { low: number; high: number },
  limits: { low: number; high: number },
) {
  let least = sound.low
  let most = sound.high
  posterior.weights.forEach((weight, at) => {
    if (weight < 0.004) return
    const { mean, variance } = expectedOf(posterior, at, row)
    least = Math.min(least, fromSi(mean - Math.sqrt(variance), unit))
    most = Math.max(most, fromSi(mean + Math.sqrt(variance), unit))
  })
  const margin = 0.06 * (most - least)
  return { low: Math.max(limits.low, least - margin), high: Math.min(limits.high, most + margin) }
}

function numberBands(
  posterior: Posterior,
  test: Test,
  before: Suspect[],
  scale: { low: number; high: number },
): Band[] {
  if (test.reading.kind !== 'number') return []
  const numeric = posterior.table.catalogue.numericById.get(test.id)!
  const { unit } = test.reading
  const perUnit = 1 / fromSi(1, unit)
  const live = [...posterior.weights.keys()].filter((at) => posterior.weights[at]! > 1e-5)
  const soundPredictive = predictiveOf(
    posterior.table,
    posterior.table.sound,
    posterior.table.belief,
    numeric.row,
  )
  const predictive = live.map((at) => expectedOf(posterior, at, numeric.row))
  const step = (scale.high - scale.low) / GRID
  const repairOf = repairOfClass(posterior)
  const cells: Cell[] = []
  for (let k = 0; k < GRID; k += 1) {
    const from = scale.low + k * step
    const y = (from + 0.5 * step) * perUnit
    const sound = soundLikelihood(numeric, y, soundPredictive)
    const classWeights = new Float64Array(posterior.table.classes.length)
    let mass = 0
    live.forEach((at, i) => {
      const weight =
        posterior.weights[at]! *
        readingDensity(
          posterior.table,
          at,
          predictive[i]!,
          sound,
          numeric,
          y,
          showsNow(posterior.table.predicted[at]!.particle.shows, 'unknown'),
        ).total
      classWeights[posterior.table.predicted[at]!.particle.classIndex]! += weight
      mass += weight
    })
    cells.push({
      from,
      to: from + step,
      mass: mass * step * perUnit,
      heaviest: mass,
      classWeights,
      lead: leaderOf(classWeights, repairOf),
    })
  }
  return mergeCells(cells).map((cell) => ({
    ...bandOf(posterior, cell.classWeights, before, cell.mass),
    from: cell.from,
    to: cell.to,
  }))
}

/** A stretch of the ruler: the weights of the classes if the reading fell on its likeliest point. */
interface Cell {
  from: number
  to: number
  /** Probability of reading here. */
  mass: number
  heaviest: number
  classWeights: Float64Array
  lead: number
}

/** Repair that each class is listed under, as a number; none of these is the last. */
function repairOfClass(posterior: Posterior): Int32Array {
  const ids = REPAIRS.map((repair) => repair.id)
  return Int32Array.from(posterior.table.classes, (entry) =>
    entry.faults.length === 0 ? ids.length : ids.indexOf(entry.faults[0]!.repairs[0]!),
  )
}

function leaderOf(classWeights: Float64Array, repairOf: Int32Array): number {
  const shares = new Float64Array(REPAIRS.length + 1)
  classWeights.forEach((weight, at) => (shares[repairOf[at]!]! += weight))
  return shares.indexOf(Math.max(...shares))
}

function outcomeBands(posterior: Posterior, test: Test, before: Suspect[]): Band[] {
  const seen = posterior.table.catalogue.seenById.get(test.id)!
  const live = [...posterior.weights.keys()].filter((at) => posterior.weights[at]! > 1e-5)
  return seen.outcomes.map((outcome, k) => {
    const classWeights = new Float64Array(posterior.table.classes.length)
    for (const at of live)
      classWeights[posterior.table.predicted[at]!.particle.classIndex]! +=
        posterior.weights[at]! * outcomeChance(posterior.table, at, seen.offset + k, seen.outcomes.length)
    return {
      ...bandOf(
        posterior,
        classWeights,
        before,
        classWeights.reduce((sum, weight) => sum + weight, 0),
      ),
      outcome: outcome.id,
      label: outcome.label,
    }
  })
}

/** Suspects if the reading fell here; the weights need not be normalised. */
function bandOf(
  posterior: Posterior,
  weights: Float64Array,
  before: Suspect[],
  probability: Probability,
): Band {
  const mass = weights.reduce((sum, weight) => sum + weight, 0)
  const after = suspectsOf({ ...posterior, classWeights: weights.map((weight) => weight / mass) })
  const was = new Map(before.map((suspect) => [suspect.id, suspect.probability]))
  return {
    from: null,
    to: null,
    outcome: null,
    label: after[0]!.name,
    probability,
    shares: after.slice(0, 3).map((suspect) => ({
      id: suspect.id,
      name: suspect.name,
      segment: suspect.segment,
      before: was.get(suspect.id) ?? 0,
      after: suspect.probability,
    })),
    excluded: after
      .filter((suspect) => suspect.probability < 0.01 && (was.get(suspect.id) ?? 0) > 0.05)
      .map((suspect) => suspect.name),
  }
}

/** Neighbours with one leader become one; a sliver joins its neighbour. */
function mergeCells(cells: Cell[]): Cell[] {
  const merged: Cell[] = []
  for (const cell of cells) {
    const last = merged.at(-1)
    if (last && last.lead === cell.lead) absorb(last, cell)
    else merged.push({ ...cell })
  }
  const least = 0.07 * cells.length * (cells[0]!.to - cells[0]!.from)
  while (merged.length > 1) {
    const sliver = merged.findIndex(
      (cell) => cell.to - cell.from < least && (cell.mass < MERGE_UNDER || merged.length > 5),
    )
    if (sliver < 0) break
    absorb(merged[sliver === 0 ? 1 : sliver - 1]!, merged[sliver]!)
    merged.splice(sliver, 1)
  }
  return merged
}

function absorb(into: Cell, other: Cell) {
  into.from = Math.min(into.from, other.from)
  into.to = Math.max(into.to, other.to)
  into.mass += other.mass
  if (other.heaviest <= into.heaviest) return
  into.heaviest = other.heaviest
  into.classWeights = other.classWeights
}

export interface ReadingEffect {
  evidenceId: string
  testId: string
  /** Bits for the suspect against the runner-up: above zero speaks for it. */
  bits: number
  /** The suspect's share if this reading were left out. */
  without: Probability
}

/** Why a suspect stands where it does: each reading's part, and what its removal would do. */
export function explainSuspect(
  posterior: Posterior,
  repairId: string,
  complaint: Complaint,
  done: Done[],
): { repairId: string; againstName: string; effects: ReadingEffect[] } {
  const now = suspectsOf(posterior)
  const own = now.find((suspect) => suspect.id === repairId)?.probability ?? 0
  const rival = now.find((suspect) => suspect.id !== repairId)
  const rivalNow = rival?.probability ?? 1e-9
  const effects = posterior.evidence.map((item): ReadingEffect => {
    const left = suspectsOf(
      posteriorOf(
        posterior.table,
        complaint,
        posterior.evidence.filter((other) => other.id !== item.id),
        done,
      ),
    )
    const of = (id?: string) => left.find((suspect) => suspect.id === id)?.probability ?? 1e-9
    return {
      evidenceId: item.id,
      testId: item.testId,
      without: of(repairId),
      bits:
        Math.log2(Math.max(own, 1e-9) / rivalNow) -
        Math.log2(Math.max(of(repairId), 1e-9) / Math.max(of(rival?.id), 1e-9)),
    }
  })
  return { repairId, againstName: rival?.name ?? '', effects }
}

export interface ProfileValue {
  station: Station
  /** SI: volts to battery minus, or gauge pressure. */
  sound: { low: number; high: number }
  /** What the present belief expects there, 10th to 90th part. */
  likely: { low: number; high: number; mean: number }
}

/** Sound band and present belief at every station, pump running. */
export function profileOf(posterior: Posterior): ProfileValue[] {
  const { table, weights } = posterior
  return table.catalogue.profile.map(({ station, row }) => {
    const sound = predictiveOf(table, table.sound, table.belief, row)
    const soundSd = Math.sqrt(sound.variance)
    const spread: { value: number; weight: number }[] = []
    let mean = 0
    weights.forEach((weight, at) => {
      if (weight < 1e-4) return
      const own = expectedOf(posterior, at, row)
      mean += weight * own.mean
      spread.push({ value: own.mean, weight })
    })
    spread.sort((one, other) => one.value - other.value)
    return {
      station,
      sound: { low: sound.mean - 2 * soundSd, high: sound.mean + 2 * soundSd },
      likely: { low: quantile(spread, 0.1), high: quantile(spread, 0.9), mean },
    }
  })
}

function quantile(sorted: { value: number; weight: number }[], share: number): number {
  const total = sorted.reduce((sum, entry) => sum + entry.weight, 0)
  let cumulative = 0
  for (const entry of sorted) {
    cumulative += entry.weight
    if (cumulative >= share * total) return entry.value
  }
  return sorted.at(-1)?.value ?? 0
}

export interface SegmentShare {
  id: string
  probability: Probability
  ink: 'cleared' | 'open' | 'suspect' | 'first'
}

/** Marginal of each segment; with pairs they may add up to more than one. Unread and unlikely is open, not cleared. */
export function segmentShares(posterior: Posterior, prior: Posterior): SegmentShare[] {
  const { layout } = posterior.table.model
  const marginal = (of: Posterior, id: string) =>
    of.table.classes.reduce(
      (sum, entry, at) =>
        sum + (entry.faults.some((fault) => fault.segment === id) ? of.classWeights[at]! : 0),
      0,
    )
  return [...layout.segments, ...layout.beside].map((segment): SegmentShare => {
    const probability = marginal(posterior, segment.id)
    const cleared =
      probability < 0.005 && posterior.evidence.length > 0 && probability < 0.3 * marginal(prior, segment.id)
    return {
      id: segment.id,
      probability,
      ink: probability >= 0.25 ? 'first' : probability >= 0.05 ? 'suspect' : cleared ? 'cleared' : 'open',
    }
  })
}

/** Readings that no likely suspect explains: repeat or re-enter. */
export const surprises = (posterior: Posterior): string[] =>
  [...posterior.slips].filter(([, share]) => share > 0.5).map(([id]) => id)

/** Two readings that cannot both be true, and the one that is quicker to repeat. */
export interface Contradiction {
  readings: [string, string]
  repeat: string
}

/** Without the reading that an odd one stands against, the odd one is a slip by so much less. */
const CLEARS_SHARE = 0.15

/** For each reading that nothing explains, the other one without which it would fit; none where it fits nothing at all. */
export function contradictions(posterior: Posterior, complaint: Complaint, done: Done[]): Contradiction[] {
  const { table, evidence } = posterior
  return surprises(posterior).flatMap((odd): Contradiction[] => {
    const own = evidence.find((item) => item.id === odd)!
    const odds = posterior.slips.get(odd) ?? 0
    const withoutEach = evidence
      .filter((item) => item.id !== odd)
      .map((item) => {
        const left = evidence.filter((other) => other.id !== item.id)
        return { item, odds: posteriorOf(table, complaint, left, done).slips.get(odd) ?? 0 }
      })
      .sort((one, other) => one.odds - other.odds)
    const [against] = withoutEach
    if (!against || odds - against.odds < CLEARS_SHARE) return []
    const other = against.item
    const quicker = testById(other.testId).minutes < testById(own.testId).minutes ? other : own
    return [{ readings: [own.id, other.id], repeat: quicker.id }]
  })
}

export const repairTitle = (id: string): string =>
  REPAIRS.find((repair) => repair.id === id)?.title ?? 'None of these'
export type { Table }
