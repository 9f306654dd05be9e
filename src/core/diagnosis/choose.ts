/**
 * The next act. A test is worth the bits it is expected to give about which repair is needed, per unit
 * of cost; the cost is the work plus the way to its state from where the vehicle stands, at the
 * workshop's rate. It stops when a repair is likely enough and no test lowers the expected loss by
 * more than it costs.
 */
import { entropyBits, type Fraction, type Minutes, type Money, type Probability } from '../shared'
import { needsRunningEngine, repairById, testById, type Test } from '../library'
import type { SpecificationField } from '../vehicle'
import { forEachOutcome, withSlips, type OutcomeChances } from './belief'
import { confirmingTest, hangsOn, unrepeated, witnessTest } from './confirm'
import { attemptsOf, costOfRepair, lossModel, type Attempt, type LossModel, type Situation } from './loss'
import { SLIP, chanceBelow, expectedOf, outcomeChance, showsNow, type Posterior } from './posterior'
import { predictiveOf, readingVariance } from './scatter'
import { MOST_SHOWN } from './suspects'
import type { NumericTest, SeenTest } from './table'

/** Gain below this many bits is noise. */
const LEAST_GAIN_BITS = 0.004
/** A repair is committed to from here; a dear one from the second. */
export const COMMIT = 0.75
export const COMMIT_DEAR = 0.9
/** A confirming test may cost so much of what the wrong part costs: the part, its work and a comeback. */
const CONFIRM_SHARE = 1
/** A reading on which all hangs is repeated where that costs no more than this share of part and comeback. */
const HANGS_COST_SHARE = 0.25
/** What every test takes beside its own work: fetch the instrument, read what it asks, write down what it says; typical. Without it a dozen looks of a minute each come before the one gauge that would tell. */
const HANDLING_MINUTES = 3
const BINS = 9
/** Particles lighter than this do not move a choice. */
const CHOICE_FLOOR = 2e-4
/** At most so many particles rate a test: the lightest beyond them hold a few percent together before any reading. */
const MOST_LIVE = 220

export interface Candidate {
  testId: string
  title: string
  bits: number
  workMinutes: Minutes
  reachMinutes: Minutes
  money: Money
  cost: Money
  /** Expected fall of the loss, less the cost. */
  worth: Money
  /** Chance that a repair can be named after it. */
  verdictChance: Probability
  /** Expected share of the leading suspects on either side. */
  split: [Fraction, Fraction]
  why: 'ranked' | 'needs-engine' | 'no-way' | 'skipped' | 'read' | 'says-little'
}

export interface Choice {
  verdict:
    | { kind: 'repair'; repairId: string; probability: Probability }
    | { kind: 'confirm'; repairId: string; probability: Probability; testId: string }
    /** The leading fault is one against figures that are only typical: the maker is asked before the part is. */
    | { kind: 'ask'; repairId: string; probability: Probability; fields: SpecificationField[] }
    | { kind: 'test'; testId: string }
    | { kind: 'stuck' }
  /** Best first; those that cannot be taken now stand at the end with their reason. */
  candidates: Candidate[]
  /** Repairs tried as tests, the worthiest first; dear ones are never tried. */
  attempts: Attempt[]
}

export function chooseNext(posterior: Posterior, situation: Situation): Choice {
  const { table } = posterior
  const live = liveOf(posterior)
  const loss = lossModel(posterior, situation)
  const heavy = amongLive(posterior, live.at)
  const read = new Set(posterior.evidence.map((item) => item.testId))
  const all = [
    ...table.catalogue.numeric.map((entry) => entry.test),
    ...table.catalogue.seen.map((entry) => entry.test),
  ]
  const own = Float64Array.from(live.at, (at) => heavy.weights[at]!)
  const now = new Float64Array(table.classes.length)
  massInto(now, live, own)
  const nowBits = repairEntropy(loss, now, live.classes)
  const nowLoss = loss.judge(now, live.classes).leastLoss
  const candidates = all.map((test) => rate(heavy, situation, test, live, loss, nowBits, nowLoss, read))
  candidates.sort((one, other) => order(one) - order(other))
  return {
    verdict:
      (posterior.evidence.length > 0 ? asking(posterior, situation) : null) ??
      decide(posterior, situation, candidates, loss),
    candidates,
    attempts: attemptsOf(posterior, situation, loss),
  }
}

const order = (candidate: Candidate) =>
  candidate.why === 'ranked' ? -candidate.bits / candidate.cost : 1000 - candidate.bits

/** The particles that move a choice, the class of each, and which classes there are among them. */
interface Live {
  at: number[]
  classOf: Int32Array
  classes: Int32Array
}

function liveOf({ table, weights }: Posterior): Live {
  const heavy: number[] = []
  weights.forEach((weight, at) => weight > CHOICE_FLOOR && heavy.push(at))
  const at =
    heavy.length <= MOST_LIVE
      ? heavy
      : heavy.sort((one, other) => weights[other]! - weights[one]!).slice(0, MOST_LIVE)
  const classOf = Int32Array.from(at, (one) => table.predicted[one]!.particle.classIndex)
  return { at, classOf, classes: Int32Array.from(new Set(classOf)) }
}

/** 'None of these' asks what was read amiss or not read yet; it has no more say than this in which test tells the listed faults apart. */
const NONE_SAYS = 0.1

/** The same belief, spread over the live particles alone, so that their weights add up to one. */
function amongLive(posterior: Posterior, live: number[]): Posterior {
  const { table, weights } = posterior
  const isNone = (at: number) => table.classes[table.predicted[at]!.particle.classIndex]!.faults.length === 0
  const massOf = (of: number[]) => of.reduce((sum, at) => sum + weights[at]!, 0)
  const none = massOf(live.filter(isNone))
  const listed = massOf(live) - none
  const asked = listed > 0 ? Math.min(none, (NONE_SAYS / (1 - NONE_SAYS)) * listed) : none
  const mass = listed + asked
  return {
    ...posterior,
    weights: weights.map((weight, at) => ((isNone(at) && none > 0 ? asked / none : 1) * weight) / mass),
  }
}

function rate(
  posterior: Posterior,
  situation: Situation,
  test: Test,
  live: Live,
  loss: LossModel,
  nowBits: number,
  nowLoss: number,
  read: Set<string>,
): Candidate {
  const reach = situation.reachMinutes[test.id]
  const base: Candidate = {
    testId: test.id,
    title: test.title,
    bits: 0,
    workMinutes: test.minutes,
    reachMinutes: reach ?? 0,
    money: test.money,
    cost: situation.workshop.ratePerMinute * (HANDLING_MINUTES + test.minutes + (reach ?? 0)) + test.money,
    worth: 0,
    verdictChance: 0,
    split: [0, 1],
    why: 'ranked',
  }
  if (situation.skipped.includes(test.id)) return { ...base, why: 'skipped' }
  if (read.has(test.id)) return { ...base, why: 'read' }
  const outcomes = outcomesOf(posterior, test, live.at)
  const { bits, afterLoss, verdictChance, split } = expected(posterior, live, outcomes, loss, nowBits)
  const why =
    !situation.engineRuns && needsRunningEngine(test)
      ? 'needs-engine'
      : reach === null || reach === undefined
        ? 'no-way'
        : bits < LEAST_GAIN_BITS
          ? 'says-little'
          : 'ranked'
  return { ...base, bits, worth: nowLoss - afterLoss - base.cost, verdictChance, split, why }
}

function outcomesOf(posterior: Posterior, test: Test, live: number[]): OutcomeChances {
  const { catalogue } = posterior.table
  const numeric = catalogue.numericById.get(test.id)
  return numeric
    ? numberOutcomes(posterior, numeric, live)
    : seenOutcomes(posterior, catalogue.seenById.get(test.id)!, live)
}

function seenOutcomes(posterior: Posterior, entry: SeenTest, live: number[]): OutcomeChances {
  const chance = new Float64Array(entry.outcomes.length * live.length)
  live.forEach((at, i) =>
    entry.outcomes.forEach(
      (_, k) =>
        (chance[k * live.length + i] = outcomeChance(
          posterior.table,
          at,
          entry.offset + k,
          entry.outcomes.length,
        )),
    ),
  )
  return { outcomes: entry.outcomes.length, chance }
}

function numberOutcomes(posterior: Posterior, entry: NumericTest, live: number[]): OutcomeChances {
  const { table } = posterior
  const sound = predictiveOf(table, table.sound, table.belief, entry.row)
  const soundSd = Math.sqrt(sound.variance + readingVariance(entry, sound.mean))
  const means = live.map((at) => expectedOf(posterior, at, entry.row))
  const sds = means.map(({ mean, variance }) => Math.sqrt(variance + readingVariance(entry, mean)))
  const edges = binEdges(
    posterior,
    live,
    means.map(({ mean }) => mean),
    sds,
    entry.span,
  )
  const bins = edges.length + 1
  const soundUpTo = edges.map((edge) => chanceBelow(entry, edge, sound.mean, soundSd ** 2))
  const chance = new Float64Array(bins * live.length)
  live.forEach((at, i) => {
    const shows = showsNow(table.predicted[at]!.particle.shows, 'unknown')
    let below = 0
    for (let k = 0; k < bins; k += 1) {
      const upTo =
        k === bins - 1
          ? 1
          : shows * chanceBelow(entry, edges[k]!, means[i]!.mean, sds[i]! ** 2) +
            (shows < 1 ? (1 - shows) * soundUpTo[k]! : 0)
      chance[k * live.length + i] = withSlips(upTo - below, SLIP, bins)
      below = upTo
    }
  })
  return { outcomes: bins, chance }
}

/** Edges at the quantiles of the predicted readings, no bin narrower than three standard deviations. */
function binEdges(
  posterior: Posterior,
  live: number[],
  means: number[],
  sds: number[],
  span: number,
): number[] {
  const places = Int32Array.from(live.keys()).sort((a, b) => means[a]! - means[b]!)
  const edges: number[] = []
  let cumulative = 0
  let last = -Infinity
  for (let i = 0; i + 1 < places.length; i += 1) {
    const [here, next] = [places[i]!, places[i + 1]!]
    cumulative += posterior.weights[live[here]!]!
    const middle = 0.5 * (means[here]! + means[next]!)
    const gap = means[next]! - means[here]!
    const width = Math.max(3 * sds[here]!, 0.025 * span)
    const wanted = cumulative > (edges.length + 1) / BINS || gap > 2 * width
    if (wanted && middle - last >= width && edges.length < BINS - 1) {
      edges.push(middle)
      last = middle
    }
  }
  return edges
}

/** Weight of each class among the live particles; the others stay as they were. */
function massInto(mass: Float64Array, { classOf, classes }: Live, weights: Float64Array): void {
  for (let k = 0; k < classes.length; k += 1) mass[classes[k]!] = 0
  for (let i = 0; i < classOf.length; i += 1) mass[classOf[i]!]! += weights[i]!
}

function repairEntropy(loss: LossModel, mass: Float64Array, classes: Int32Array): number {
  const shares = new Float64Array(loss.repairCount)
  let sum = 0
  for (let k = 0; k < classes.length; k += 1) {
    const at = classes[k]!
    const weight = mass[at]!
    if (weight === 0) continue
    for (const { repair, part } of loss.needs[at]!) shares[repair]! += part * weight
    sum += weight
  }
  if (sum > 0) for (let i = 0; i < shares.length; i += 1) shares[i]! /= sum
  return entropyBits(shares)
}

function expected(
  posterior: Posterior,
  live: Live,
  outcomes: OutcomeChances,
  loss: LossModel,
  nowBits: number,
) {
  const { table, weights } = posterior
  const own = Float64Array.from(live.at, (at) => weights[at]!)
  const mass = new Float64Array(table.classes.length)
  let bits = nowBits
  let afterLoss = 0
  let verdictChance = 0
  let largest = 0
  forEachOutcome(own, outcomes, (probability, after) => {
    massInto(mass, live, after)
    bits -= probability * repairEntropy(loss, mass, live.classes)
    const { leastLoss, best } = loss.judge(mass, live.classes)
    afterLoss += probability * leastLoss
    if (best && best.probability >= COMMIT) verdictChance += probability
    largest = Math.max(largest, probability)
  })
  return {
    bits: Math.max(0, bits),
    afterLoss,
    verdictChance,
    split: [largest, 1 - largest] as [number, number],
  }
}

/**
 * A look that the repair opens the way to anyway costs its own minutes alone: whoever takes the unit out for
 * its strainer sees the floor of the tank. Null where none is worth them.
 */
function onTheWay(repairId: string, { workshop }: Situation, candidates: Candidate[]): string | null {
  const { needs } = repairById(repairId)
  const opened = (testId: string) => {
    const asked = Object.entries(testById(testId).needs)
    return (
      asked.length > 0 && asked.every(([variable, value]) => needs[variable as keyof typeof needs] === value)
    )
  }
  const worth = (one: Candidate) => one.worth + workshop.ratePerMinute * (one.reachMinutes + HANDLING_MINUTES)
  const [best] = candidates
    .filter((one) => one.why === 'ranked' && opened(one.testId) && worth(one) > 0)
    .sort((one, other) => worth(other) - worth(one))
  return best?.testId ?? null
}

/** Commits when nothing is worth reading any more, and after a reading at the named part itself: the last net for a fault that the library does not have. */
function decide(
  posterior: Posterior,
  situation: Situation,
  candidates: Candidate[],
  loss: LossModel,
): Choice['verdict'] {
  const { best } = loss.judge(posterior.classWeights)
  const top = candidates.find((candidate) => candidate.why === 'ranked')
  if (!best) return top ? { kind: 'test', testId: top.testId } : { kind: 'stuck' }
  const { dear } = repairById(best.repairId)
  const probability = Math.min(best.probability, MOST_SHOWN)
  const odd = unrepeated(posterior)
  if (odd && best.probability >= COMMIT) return { kind: 'test', testId: odd }
  const worthwhile = candidates.some((candidate) => candidate.why === 'ranked' && candidate.worth > 0)
  if (top && (best.probability < (dear ? COMMIT_DEAR : COMMIT) || worthwhile))
    return { kind: 'test', testId: top.testId }
  const open = onTheWay(best.repairId, situation, candidates)
  if (open) return { kind: 'confirm', repairId: best.repairId, probability, testId: open }
  const most = dear
    ? Infinity
    : CONFIRM_SHARE * (costOfRepair(best.repairId, situation) + situation.workshop.comebackMoney)
  const confirming = confirmingTest(posterior, best.repairId, candidates, most)
  const again =
    confirming ??
    witnessTest(posterior, best.repairId, candidates, most) ??
    hangsOn(
      posterior,
      best.repairId,
      candidates,
      HANGS_COST_SHARE * (repairById(best.repairId).money + situation.workshop.comebackMoney),
    )
  return again
    ? { kind: 'confirm', repairId: best.repairId, probability, testId: again }
    : { kind: 'repair', repairId: best.repairId, probability }
}

/** What stands for a figure that was asked for and not found, among what was skipped. */
export const askedFor = (field: SpecificationField): string => `ask:${field}`

/** From this share on the maker is asked before anything else is read: a look into the book is cheaper than most tests. */
const ASK_FROM = 0.3

/** The likeliest fault is one against figures that are only typical and that nobody has asked for: what there is to ask. */
function asking(
  { table, classWeights }: Posterior,
  { skipped, mayAsk }: Situation,
): Choice['verdict'] | null {
  const lead = classWeights.indexOf(Math.max(...classWeights))
  const [fault, second] = table.classes[lead]!.faults
  if (!mayAsk || !fault || second || classWeights[lead]! < ASK_FROM) return null
  const fields = (fault.against ?? []).filter(
    (field) => table.model.specification[field].source === 'generic' && !skipped.includes(askedFor(field)),
  )
  const probability = Math.min(classWeights[lead]!, MOST_SHOWN)
  return fields.length > 0 ? { kind: 'ask', repairId: fault.repairs[0]!, probability, fields } : null
}
