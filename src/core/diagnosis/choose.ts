/**
 * The next act. A test is worth the bits it is expected to give about which repair is needed, per unit
 * of cost; the cost is the work plus the way to its state from where the vehicle stands, at the
 * workshop's rate. It stops when a repair is likely enough and no test lowers the expected loss by
 * more than it costs.
 */
import { entropyBits, normalCdf, type Fraction, type Minutes, type Money, type Probability } from '../shared'
import { REPAIRS, needsRunningEngine, repairById, testById, type Fault, type Test } from '../library'
import { forEachOutcome, withSlips, type OutcomeChances } from './belief'
import { SLIP, outcomeChance, predictiveOf, readingSigma, showsNow, type Posterior } from './posterior'
import type { NumericTest, SeenTest, Table } from './table'

/** Money a minute, and money a comeback costs; the workshop's own figures override them. */
export interface Workshop {
  ratePerMinute: Money
  comebackMoney: Money
}
export const TYPICAL_WORKSHOP: Workshop = { ratePerMinute: 1.2, comebackMoney: 60 }

export interface Situation {
  workshop: Workshop
  /** Minutes to reach each test's state from here; null where there is no way. */
  reachMinutes: Record<string, number | null>
  /** Minutes to reach each repair's state and come back. */
  repairMinutes: Record<string, number | null>
  /** Does the engine run at all? */
  engineRuns: boolean
  /** Tests that cannot be done here. */
  skipped: string[]
  /** Repairs that were done and did not cure: none is proposed twice. */
  tried: string[]
}

/** Gain below this many bits is noise. */
const LEAST_GAIN_BITS = 0.004
/** A repair is committed to from here; a dear one from the second. */
export const COMMIT = 0.75
export const COMMIT_DEAR = 0.9
/** How far a pair speaks for a repair that covers one of its faults: a second fault also explains noise, so a pair is trusted less than its weight. */
const PAIR_CREDIT = 0.75
/** A repair less likely than this is not named at all. */
const LEAST_NAMED = 0.3
/** Nothing is ever shown as surer than this. */
export const MOST_SHOWN = 0.99
/** A confirming test may cost so much of the part and of a comeback; more bought nothing on trial vehicles. */
const CONFIRM_SHARE = 1
/** A rival less likely than this needs no reading of its own. */
const LEAST_RIVAL = 0.01
/** A reading is repeated before a commitment that takes it for a slip by this much. */
const ODD_SHARE = 0.5
const BINS = 9
/** Particles lighter than this do not move a choice. */
const CHOICE_FLOOR = 2e-4
/** At most so many particles rate a test: the lightest beyond them hold a few percent together before any reading. */
const MOST_LIVE = 220

export interface Suspect {
  /** Repair id, or 'none'. */
  id: string
  title: string
  probability: Probability
  /** Fault of the largest share and its one-line cause. */
  leadFault: string
  name: string
  cause: string
  segment: string
}

/** Suspects as repairs; they add up to one with 'none of these'. A pair counts half for each repair it needs. */
export function suspectsOf(posterior: Posterior): Suspect[] {
  const { table, classWeights } = posterior
  const share = new Map<string, number>()
  const lead = new Map<string, { weight: number; fault: string }>()
  table.classes.forEach((entry, at) => {
    const weight = classWeights[at]!
    if (entry.faults.length === 0) {
      share.set('none', (share.get('none') ?? 0) + weight)
      return
    }
    for (const fault of entry.faults) {
      const repair = fault.repairs[0]!
      const part = weight / entry.faults.length
      share.set(repair, (share.get(repair) ?? 0) + part)
      const known = lead.get(`${repair} ${fault.id}`)
      lead.set(`${repair} ${fault.id}`, { weight: (known?.weight ?? 0) + part, fault: fault.id })
    }
  })
  const faultOf = new Map(table.classes.flatMap((entry) => entry.faults.map((fault) => [fault.id, fault] as const)))
  return [...share].map(([id, probability]): Suspect => {
    const best = [...lead].filter(([key]) => key.startsWith(`${id} `)).sort((a, b) => b[1].weight - a[1].weight)[0]
    const fault = best && faultOf.get(best[1].fault)
    return { id, probability, title: REPAIRS.find((repair) => repair.id === id)?.title ?? 'None of these', leadFault: fault?.id ?? '', name: fault?.name ?? 'None of these', cause: fault?.cause ?? 'Something this model does not know', segment: fault?.segment ?? '' }
  }).sort((one, other) => other.probability - one.probability)
}

/** Two faults that are likelier together than everything else. */
export interface Pair {
  names: [string, string]
  repairs: [string, string]
  probability: Probability
}

export function leadingPair({ table, classWeights }: Posterior): Pair | null {
  const at = table.classes.findIndex((entry, k) => entry.faults.length === 2 && classWeights[k]! > 0.5)
  if (at < 0) return null
  const [one, other] = table.classes[at]!.faults as [Fault, Fault]
  return { names: [one.name, other.name], repairs: [one.repairs[0]!, other.repairs[0]!], probability: Math.min(classWeights[at]!, MOST_SHOWN) }
}

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

/** A repair tried as a test: fitted unread, and seen whether it cures. */
export interface Attempt {
  repairId: string
  /** Chance that it cures by itself. */
  cures: Probability
  /** Its parts, its minutes and seeing whether it cured. */
  cost: Money
  /** Expected fall of the loss, less what is spent where it does not cure: on the scale of a test's worth. */
  worth: Money
}

export interface Choice {
  verdict: { kind: 'repair'; repairId: string; probability: Probability } | { kind: 'confirm'; repairId: string; probability: Probability; testId: string } | { kind: 'test'; testId: string } | { kind: 'stuck' }
  /** Best first; those that cannot be taken now stand at the end with their reason. */
  candidates: Candidate[]
  /** Repairs tried as tests, the worthiest first; dear ones are never tried. */
  attempts: Attempt[]
}

export function chooseNext(posterior: Posterior, situation: Situation): Choice {
  const { table } = posterior
  const live = liveParticles(posterior)
  const loss = lossModel(posterior, situation)
  const heavy = amongLive(posterior, live)
  const read = new Set(posterior.evidence.map((item) => item.testId))
  const all = [...table.catalogue.numeric.map((entry) => entry.test), ...table.catalogue.seen.map((entry) => entry.test)]
  const now = classMass(table, live, Float64Array.from(live, (at) => heavy.weights[at]!))
  const nowBits = repairEntropy(loss, now)
  const nowLoss = loss.leastLoss(now)
  const candidates = all.map((test) => rate(heavy, situation, test, live, loss, nowBits, nowLoss, read))
  candidates.sort((one, other) => order(one) - order(other))
  return { verdict: decide(posterior, situation, candidates, loss), candidates, attempts: attemptsOf(posterior, situation, loss) }
}

const order = (candidate: Candidate) => (candidate.why === 'ranked' ? -candidate.bits / candidate.cost : 1000 - candidate.bits)

function liveParticles(posterior: Posterior): number[] {
  const live: number[] = []
  posterior.weights.forEach((weight, at) => weight > CHOICE_FLOOR && live.push(at))
  if (live.length <= MOST_LIVE) return live
  return live.sort((one, other) => posterior.weights[other]! - posterior.weights[one]!).slice(0, MOST_LIVE)
}

/** The same belief, spread over the live particles alone, so that their weights add up to one. */
function amongLive(posterior: Posterior, live: number[]): Posterior {
  const mass = live.reduce((sum, at) => sum + posterior.weights[at]!, 0)
  return { ...posterior, weights: posterior.weights.map((weight) => weight / mass) }
}

function rate(posterior: Posterior, situation: Situation, test: Test, live: number[], loss: LossModel, nowBits: number, nowLoss: number, read: Set<string>): Candidate {
  const reach = situation.reachMinutes[test.id]
  const base: Candidate = {
    testId: test.id, title: test.title, bits: 0, workMinutes: test.minutes, reachMinutes: reach ?? 0, money: test.money,
    cost: situation.workshop.ratePerMinute * (test.minutes + (reach ?? 0)) + test.money, worth: 0, verdictChance: 0, split: [0, 1], why: 'ranked',
  }
  if (situation.skipped.includes(test.id)) return { ...base, why: 'skipped' }
  if (read.has(test.id)) return { ...base, why: 'read' }
  const outcomes = outcomesOf(posterior, test, live)
  const { bits, afterLoss, verdictChance, split } = expected(posterior, live, outcomes, loss, nowBits)
  const why = !situation.engineRuns && needsRunningEngine(test) ? 'needs-engine' : reach === null || reach === undefined ? 'no-way' : bits < LEAST_GAIN_BITS ? 'says-little' : 'ranked'
  return { ...base, bits, worth: nowLoss - afterLoss - base.cost, verdictChance, split, why }
}

function outcomesOf(posterior: Posterior, test: Test, live: number[]): OutcomeChances {
  const { catalogue } = posterior.table
  const numeric = catalogue.numericById.get(test.id)
  return numeric ? numberOutcomes(posterior, numeric, live) : seenOutcomes(posterior, catalogue.seenById.get(test.id)!, live)
}

function seenOutcomes(posterior: Posterior, entry: SeenTest, live: number[]): OutcomeChances {
  const chance = new Float64Array(entry.outcomes.length * live.length)
  live.forEach((at, i) => entry.outcomes.forEach((_, k) => (chance[k * live.length + i] = outcomeChance(posterior.table, at, entry.offset + k, entry.outcomes.length))))
  return { outcomes: entry.outcomes.length, chance }
}

function numberOutcomes(posterior: Posterior, entry: NumericTest, live: number[]): OutcomeChances {
  const { table, states } = posterior
  const count = table.catalogue.nuisanceCount
  const sound = predictiveOf(table.sound, table.belief, entry.row, count)
  const soundSd = Math.sqrt(sound.variance + readingSigma(entry, sound.mean) ** 2)
  const means = live.map((at) => predictiveOf(table.predicted[at]!, states[at]!, entry.row, count))
  const sds = means.map(({ mean, variance }) => Math.sqrt(variance + readingSigma(entry, mean) ** 2))
  const edges = binEdges(posterior, live, means.map(({ mean }) => mean), sds, entry.span)
  const bins = edges.length + 1
  const chance = new Float64Array(bins * live.length)
  live.forEach((at, i) => {
    const shows = showsNow(table.predicted[at]!.particle.shows, 'unknown')
    let below = 0
    for (let k = 0; k < bins; k += 1) {
      const upTo = k === bins - 1 ? 1 : shows * normalCdf((edges[k]! - means[i]!.mean) / sds[i]!) + (shows < 1 ? (1 - shows) * normalCdf((edges[k]! - sound.mean) / soundSd) : 0)
      chance[k * live.length + i] = withSlips(upTo - below, SLIP, bins)
      below = upTo
    }
  })
  return { outcomes: bins, chance }
}

/** Edges at the quantiles of the predicted readings, no bin narrower than three standard deviations. */
function binEdges(posterior: Posterior, live: number[], means: number[], sds: number[], span: number): number[] {
  const sorted = live.map((at, i) => ({ mean: means[i]!, sd: sds[i]!, weight: posterior.weights[at]! })).sort((a, b) => a.mean - b.mean)
  const edges: number[] = []
  let cumulative = 0
  let last = -Infinity
  for (let i = 0; i + 1 < sorted.length; i += 1) {
    cumulative += sorted[i]!.weight
    const middle = 0.5 * (sorted[i]!.mean + sorted[i + 1]!.mean)
    const gap = sorted[i + 1]!.mean - sorted[i]!.mean
    const width = Math.max(3 * sorted[i]!.sd, 0.025 * span)
    const wanted = cumulative > (edges.length + 1) / BINS || gap > 2 * width
    if (wanted && middle - last >= width && edges.length < BINS - 1) {
      edges.push(middle)
      last = middle
    }
  }
  return edges
}

/** Minutes to see whether a repair has cured: a start and a short run. */
const TRY_MINUTES = 10
/** An attempt less likely to cure than this is not offered. */
const LEAST_CURED = 0.1

/**
 * Fitting a part unread, priced as a test of one step: where it cures nothing is lost, where it does not
 * the part is paid for nothing and the loss of the best repair among the rest is left.
 */
function attemptsOf({ table, classWeights }: Posterior, situation: Situation, loss: LossModel): Attempt[] {
  const nowLoss = loss.leastLoss(classWeights)
  return table.catalogue.library.repairs.flatMap((repair): Attempt[] => {
    if (repair.dear || situation.tried.includes(repair.id)) return []
    const cured = table.classes.map((entry) => entry.faults.length > 0 && entry.faults.every((fault) => fault.repairs.includes(repair.id)))
    const cures = classWeights.reduce((sum, weight, at) => sum + (cured[at] ? weight : 0), 0)
    if (cures < LEAST_CURED || cures > MOST_SHOWN) return []
    const rest = classWeights.map((weight, at) => (cured[at] ? 0 : weight / (1 - cures)))
    const cost = costOfRepair(repair.id, situation) + situation.workshop.ratePerMinute * TRY_MINUTES
    return [{ repairId: repair.id, cures, cost, worth: nowLoss - (1 - cures) * (cost + loss.leastLoss(rest)) }]
  }).sort((one, other) => other.worth - one.worth)
}

interface LossModel {
  /** Repairs that each class needs, by its faults' usual ones, and how much of the class each is: the suspects' view, for entropy. */
  needs: { repair: number; part: number }[][]
  repairCount: number
  leastLoss(mass: Float64Array): number
  best(mass: Float64Array): { repairId: string; probability: number } | null
}

/**
 * Loss of committing to the best repair now: it is paid for nothing, with a comeback, where its part is
 * sound. Where its part is bad but not alone nothing is lost: the other fault has to be found anyway.
 */
function lossModel(posterior: Posterior, situation: Situation): LossModel {
  const { table } = posterior
  const repairs = table.catalogue.library.repairs.filter((repair) => !situation.tried.includes(repair.id))
  const all = new Map(table.catalogue.library.repairs.map((repair, at) => [repair.id, at]))
  const place = new Map(repairs.map((repair, k) => [repair.id, k]))
  const money = repairs.map((repair) => costOfRepair(repair.id, situation))
  const needed = new Float64Array(repairs.length)
  const cured = new Float64Array(repairs.length)
  // Sparse cover: most classes are touched by one or two repairs.
  const touched = table.classes.map((entry) => {
    const covering = [...new Set(entry.faults.flatMap((fault) => fault.repairs))].filter((id) => place.has(id))
    return covering.map((id) => ({ k: place.get(id)!, whole: entry.faults.every((fault) => fault.repairs.includes(id)) }))
  })
  const lossOf = (k: number) => (1 - needed[k]!) * (money[k]! + situation.workshop.comebackMoney)
  const credited = (k: number) => cured[k]! + PAIR_CREDIT * (needed[k]! - cured[k]!)
  const judge = (mass: Float64Array) => {
    needed.fill(0)
    cured.fill(0)
    for (let c = 0; c < mass.length; c += 1) {
      const weight = mass[c]!
      if (weight <= 0) continue
      for (const { k, whole } of touched[c]!) {
        needed[k]! += weight
        if (whole) cured[k]! += weight
      }
    }
  }
  return {
    needs: table.classes.map((entry) => (entry.faults.length === 0 ? [{ repair: all.size, part: 1 }] : entry.faults.map((fault) => ({ repair: all.get(fault.repairs[0]!)!, part: 1 / entry.faults.length })))),
    repairCount: all.size + 1,
    leastLoss: (mass) => {
      judge(mass)
      return repairs.reduce((least, _, k) => Math.min(least, lossOf(k)), Infinity)
    },
    best: (mass) => {
      judge(mass)
      let top = -1
      for (let k = 0; k < repairs.length; k += 1) if (credited(k) > LEAST_NAMED && (top < 0 || lossOf(k) < lossOf(top))) top = k
      return top < 0 ? null : { repairId: repairs[top]!.id, probability: credited(top) }
    },
  }
}

/** Parts and minutes of a repair from here; where there is no way known, two hours of it. */
function costOfRepair(repairId: string, { workshop, repairMinutes }: Situation): Money {
  const repair = repairById(repairId)
  return repair.money + workshop.ratePerMinute * (repairMinutes[repairId] ?? repair.minutes + 120)
}

/** Weight of each class among the live particles. */
function classMass(table: Table, live: number[], weights: Float64Array): Float64Array {
  const mass = new Float64Array(table.classes.length)
  live.forEach((at, i) => (mass[table.predicted[at]!.particle.classIndex]! += weights[i]!))
  return mass
}

function repairEntropy(loss: LossModel, mass: Float64Array): number {
  const shares = new Float64Array(loss.repairCount)
  let sum = 0
  for (let at = 0; at < mass.length; at += 1) {
    const weight = mass[at]!
    if (weight === 0) continue
    for (const { repair, part } of loss.needs[at]!) shares[repair]! += part * weight
    sum += weight
  }
  if (sum > 0) for (let i = 0; i < shares.length; i += 1) shares[i]! /= sum
  return entropyBits(shares)
}

function expected(posterior: Posterior, live: number[], outcomes: OutcomeChances, loss: LossModel, nowBits: number) {
  const { table, weights } = posterior
  const own = Float64Array.from(live, (at) => weights[at]!)
  const mass = new Float64Array(table.classes.length)
  let bits = nowBits
  let afterLoss = 0
  let verdictChance = 0
  let largest = 0
  forEachOutcome(own, outcomes, (probability, after) => {
    mass.fill(0)
    for (let i = 0; i < live.length; i += 1) mass[table.predicted[live[i]!]!.particle.classIndex]! += after[i]!
    bits -= probability * repairEntropy(loss, mass)
    afterLoss += probability * loss.leastLoss(mass)
    const best = loss.best(mass)
    if (best && best.probability >= COMMIT) verdictChance += probability
    largest = Math.max(largest, probability)
  })
  return { bits: Math.max(0, bits), afterLoss, verdictChance, split: [largest, 1 - largest] as [number, number] }
}

/** Commits when nothing is worth reading any more, and after a reading at the named part itself: the last net for a fault that the library does not have. */
function decide(posterior: Posterior, situation: Situation, candidates: Candidate[], loss: LossModel): Choice['verdict'] {
  const best = loss.best(posterior.classWeights)
  const top = candidates.find((candidate) => candidate.why === 'ranked')
  if (!best) return top ? { kind: 'test', testId: top.testId } : { kind: 'stuck' }
  const { dear } = repairById(best.repairId)
  const probability = Math.min(best.probability, MOST_SHOWN)
  const odd = unrepeated(posterior)
  if (odd && best.probability >= COMMIT) return { kind: 'test', testId: odd }
  const worthwhile = candidates.some((candidate) => candidate.why === 'ranked' && candidate.worth > 0)
  if (top && (best.probability < (dear ? COMMIT_DEAR : COMMIT) || worthwhile)) return { kind: 'test', testId: top.testId }
  const most = dear ? Infinity : CONFIRM_SHARE * (repairById(best.repairId).money + situation.workshop.comebackMoney)
  const confirming = confirmingTest(posterior, best.repairId, candidates, most)
  return confirming ? { kind: 'confirm', repairId: best.repairId, probability, testId: confirming } : { kind: 'repair', repairId: best.repairId, probability }
}

/** A reading that what leads takes for a slip, not yet repeated: a slip is seldom made twice in the same way. */
function unrepeated({ slips, evidence }: Posterior): string | null {
  const odd = evidence.find((item) => (slips.get(item.id) ?? 0) > ODD_SHARE && evidence.filter((other) => other.testId === item.testId).length === 1)
  return odd?.testId ?? null
}

/**
 * The cheapest test at the part that leads under this repair; null when a reading there has spoken of its
 * fault or both its ends were read, or no test there costs as little as this.
 */
function confirmingTest(posterior: Posterior, repairId: string, candidates: Candidate[], most: Money): string | null {
  const lead = suspectsOf(posterior).find((suspect) => suspect.id === repairId)
  if (!lead) return null
  const segment = posterior.table.model.layout.segments.find((entry) => entry.id === lead.segment)
  const places = segment ? [segment.id, segment.from, segment.to] : [lead.segment]
  const at = (place: string, read: boolean) => candidates.filter((candidate) => testById(candidate.testId).at === place && (candidate.why === 'read') === read)
  const rival = rivalOf(posterior, repairId)
  const speaks = (candidate: Candidate) => speaksOf(posterior, lead.leadFault, rival, candidate.testId)
  const measured = (place: string) => at(place, true).some((candidate) => posterior.table.catalogue.numericById.has(candidate.testId))
  const [own, ...ends] = places as [string, ...string[]]
  if (at(own, true).some(speaks) || (segment && ends.every(measured) && ends.some((place) => at(place, true).some(speaks)))) return null
  const open = places.filter((place) => place === own || !measured(place)).flatMap((place) => at(place, false)).filter((candidate) => candidate.cost <= most && (candidate.why === 'ranked' || candidate.why === 'says-little'))
  const telling = open.filter(speaks)
  return (telling.length > 0 ? telling : open.filter((candidate) => testById(candidate.testId).at !== own)).sort((one, other) => one.cost - other.cost)[0]?.testId ?? null
}

/** The likeliest fault that another repair cures, where there is one worth telling apart. */
function rivalOf({ table, classWeights }: Posterior, repairId: string): string | null {
  let best = -1
  table.classes.forEach((entry, at) => {
    if (entry.faults.length !== 1 || entry.faults[0]!.repairs.includes(repairId) || classWeights[at]! < LEAST_RIVAL) return
    if (best < 0 || classWeights[at]! > classWeights[best]!) best = at
  })
  return best < 0 ? null : table.classes[best]!.id
}

interface Weighted {
  entry: Table['sound']
  weight: number
}

/** A fault's own particles as the readings left them, or the sound vehicle. */
function particlesOf({ table, weights }: Posterior, faultId: string | null): Weighted[] {
  if (faultId === null) return [{ entry: table.sound, weight: 1 }]
  const at = table.classes.findIndex((entry) => entry.id === faultId)
  const own = table.predicted.flatMap((entry, k): Weighted[] => (entry.particle.classIndex === at ? [{ entry, weight: weights[k]! + 1e-12 }] : []))
  const total = own.reduce((sum, { weight }) => sum + weight, 0)
  return own.map(({ entry, weight }) => ({ entry, weight: weight / total }))
}

const averageOf = (particles: Weighted[], of: (entry: Table['sound']) => number) => particles.reduce((sum, { entry, weight }) => sum + weight * of(entry), 0)

/** How much of a fault a test must set apart to speak of it. */
const SPEAKS = 0.8

/** Does this test read otherwise with the fault than without any, and than with its rival: by two of their deviations, or in every other case? */
function speaksOf(posterior: Posterior, faultId: string, rivalId: string | null, testId: string): boolean {
  const { table } = posterior
  const numeric = table.catalogue.numericById.get(testId)
  const seen = table.catalogue.seenById.get(testId)
  const own = particlesOf(posterior, faultId)
  return [null, ...(rivalId === null ? [] : [rivalId])].every((other) => {
    const against = particlesOf(posterior, other)
    if (!numeric) return seen!.outcomes.reduce((sum, _, k) => sum + 0.5 * Math.abs(averageOf(own, (entry) => entry.chances[seen!.offset + k]!) - averageOf(against, (entry) => entry.chances[seen!.offset + k]!)), 0) > 0.5
    const { row } = numeric
    const mean = averageOf(against, (entry) => entry.values[row]!)
    const spread = averageOf(against, (entry) => (entry.values[row]! - mean) ** 2) + predictiveOf(table.sound, table.belief, row, table.catalogue.nuisanceCount).variance
    const apart = 2 * Math.sqrt(spread + readingSigma(numeric, mean) ** 2)
    return averageOf(own, (entry) => (Math.abs(entry.values[row]! - mean) > apart ? 1 : 0)) > SPEAKS
  })
}
