/**
 * Before a commitment: a reading that what leads takes for a slip is taken again, and a reading at the
 * named part sets its fault apart from its likeliest rival. The last nets for a fault that the library
 * does not have.
 */
import { normalDensity, toSi, type Money } from '../shared'
import { testById } from '../library'
import { posteriorOf, type Posterior } from './posterior'
import type { Evidence } from './evidence'
import { predictiveOf, readingSigma } from './scatter'
import { suspectsOf } from './suspects'
import type { Table } from './table'

/** A test as the chooser has priced it. */
interface Priced {
  testId: string
  cost: Money
  why: string
}

/** A rival less likely than this needs no reading of its own. */
const LEAST_RIVAL = 0.01
/** A verdict that falls under this without one reading hangs on it. */
const HANGS_SHARE = 0.5
/** A reading is repeated before a commitment that takes it for a slip by this much. */
const ODD_SHARE = 0.5

/** A reading that what leads takes for a slip, not yet repeated: a slip is seldom made twice in the same way. */
export function unrepeated({ slips, evidence }: Posterior): string | null {
  const odd = evidence.find(
    (item) =>
      (slips.get(item.id) ?? 0) > ODD_SHARE &&
      evidence.filter((other) => other.testId === item.testId).length === 1,
  )
  return odd?.testId ?? null
}

/**
 * A reading on which the whole verdict hangs, taken once: a slip of hand or meter would be paid for with a
 * part. Null where without any one reading the repair still leads.
 */
export function hangsOn(
  { table, complaint, done, evidence }: Posterior,
  repairId: string,
  candidates: Priced[],
  most: Money,
): string | null {
  const single = evidence.filter(
    (item) => evidence.filter((other) => other.testId === item.testId).length === 1 && !isVapour(item.testId),
  )
  const without = single.map((item) => ({
    item,
    share: shareOf(
      posteriorOf(
        table,
        complaint,
        evidence.filter((other) => other.id !== item.id),
        done,
      ),
      repairId,
    ),
  }))
  const worst = without.sort((one, other) => one.share - other.share)[0]
  if (!worst || worst.share > HANGS_SHARE) return null
  const priced = candidates.find((candidate) => candidate.testId === worst.item.testId)
  return priced && priced.why === 'read' && priced.cost <= most ? worst.item.testId : null
}

/** Nobody goes back into vapour to be surer of a verdict. */
function isVapour(testId: string): boolean {
  const { reading } = testById(testId)
  return reading.kind === 'number' && reading.quantity.of === 'lel'
}

/** Belief that the part of a repair is bad. */
const shareOf = ({ table, classWeights }: Posterior, repairId: string): number =>
  table.classes.reduce(
    (sum, entry, at) =>
      sum + (entry.faults.some((fault) => fault.repairs.includes(repairId)) ? classWeights[at]! : 0),
    0,
  )

/**
 * The cheapest test at the part that leads under this repair; null when a reading there has spoken of its
 * fault or both its ends were read, or no test there costs as little as this.
 */
export function confirmingTest(
  posterior: Posterior,
  repairId: string,
  candidates: Priced[],
  most: Money,
): string | null {
  const lead = suspectsOf(posterior).find((suspect) => suspect.id === repairId)
  if (!lead) return null
  const segment = posterior.table.model.layout.segments.find((entry) => entry.id === lead.segment)
  const places = segment ? [segment.id, segment.from, segment.to] : [lead.segment]
  const at = (place: string, read: boolean) =>
    candidates.filter(
      (candidate) => testById(candidate.testId).at === place && (candidate.why === 'read') === read,
    )
  const rival = rivalOf(posterior, repairId)
  const speaks = (candidate: Priced) => speaksOf(posterior, lead.leadFault, rival, candidate.testId)
  const measured = (place: string) =>
    at(place, true).some((candidate) => posterior.table.catalogue.numericById.has(candidate.testId))
  const [own, ...ends] = places as [string, ...string[]]
  if (
    at(own, true).some(speaks) ||
    (segment && ends.every(measured) && ends.some((place) => at(place, true).some(speaks)))
  )
    return null
  const open = places
    .filter((place) => place === own || !measured(place))
    .flatMap((place) => at(place, false))
    .filter(
      (candidate) =>
        candidate.cost <= most && (candidate.why === 'ranked' || candidate.why === 'says-little'),
    )
  const telling = open.filter(speaks)
  return (
    (telling.length > 0 ? telling : open.filter((candidate) => testById(candidate.testId).at !== own)).sort(
      (one, other) => one.cost - other.cost,
    )[0]?.testId ?? null
  )
}

/** A reading speaks for a fault where it is so many times likelier with it than on a sound vehicle. */
const WITNESS = 3

/**
 * The cheapest test that would read otherwise with what leads than on a sound vehicle, where no reading has
 * yet: what stands by exclusion alone may as well be a fault that no list has. Null where one has, or where
 * no such test costs as little as this.
 */
export function witnessTest(
  posterior: Posterior,
  repairId: string,
  candidates: Priced[],
  most: Money,
): string | null {
  const lead = suspectsOf(posterior).find((suspect) => suspect.id === repairId)
  if (!lead || posterior.evidence.some((item) => bearsOut(posterior, lead.leadFault, item))) return null
  return (
    candidates
      .filter(
        (candidate) =>
          candidate.cost <= most &&
          (candidate.why === 'ranked' || candidate.why === 'says-little') &&
          speaksOf(posterior, lead.leadFault, null, candidate.testId),
      )
      .sort((one, other) => one.cost - other.cost)[0]?.testId ?? null
  )
}

/** Is what was read far likelier with the fault than on a sound vehicle? */
function bearsOut(posterior: Posterior, faultId: string, { testId, value, faultPresent }: Evidence): boolean {
  const { table } = posterior
  if (faultPresent === 'no') return false
  const own = particlesOf(posterior, faultId)
  const numeric = table.catalogue.numericById.get(testId)
  if (numeric && value.kind === 'number') {
    const read = toSi(value.entered)
    const { variance } = predictiveOf(table, table.sound, table.belief, numeric.row)
    const density = (entry: Table['sound']) => {
      const mean = entry.values[numeric.row]!
      return normalDensity(read, mean, variance + readingSigma(numeric, mean) ** 2)
    }
    return averageOf(own, density) > WITNESS * density(table.sound)
  }
  const seen = table.catalogue.seenById.get(testId)
  const place = value.kind === 'outcome' ? seen?.outcomes.findIndex(({ id }) => id === value.outcome) : -1
  if (!seen || place === undefined || place < 0) return false
  const chance = (entry: Table['sound']) => entry.chances[seen.offset + place]!
  return averageOf(own, chance) > WITNESS * chance(table.sound)
}

/** The likeliest fault that another repair cures, where there is one worth telling apart. */
function rivalOf({ table, classWeights }: Posterior, repairId: string): string | null {
  let best = -1
  table.classes.forEach((entry, at) => {
    if (
      entry.faults.length !== 1 ||
      entry.faults[0]!.repairs.includes(repairId) ||
      classWeights[at]! < LEAST_RIVAL
    )
      return
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
  const own = table.predicted.flatMap((entry, k): Weighted[] =>
    entry.particle.classIndex === at ? [{ entry, weight: weights[k]! + 1e-12 }] : [],
  )
  const total = own.reduce((sum, { weight }) => sum + weight, 0)
  return own.map(({ entry, weight }) => ({ entry, weight: weight / total }))
}

const averageOf = (particles: Weighted[], of: (entry: Table['sound']) => number) =>
  particles.reduce((sum, { entry, weight }) => sum + weight * of(entry), 0)

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
    if (!numeric)
      return (
        seen!.outcomes.reduce(
          (sum, _, k) =>
            sum +
            0.5 *
              Math.abs(
                averageOf(own, (entry) => entry.chances[seen!.offset + k]!) -
                  averageOf(against, (entry) => entry.chances[seen!.offset + k]!),
              ),
          0,
        ) > 0.5
      )
    const { row } = numeric
    const mean = averageOf(against, (entry) => entry.values[row]!)
    const spread =
      averageOf(against, (entry) => (entry.values[row]! - mean) ** 2) +
      predictiveOf(table, table.sound, table.belief, row).variance
    const apart = 2 * Math.sqrt(spread + readingSigma(numeric, mean) ** 2)
    return averageOf(own, (entry) => (Math.abs(entry.values[row]! - mean) > apart ? 1 : 0)) > SPEAKS
  })
}
