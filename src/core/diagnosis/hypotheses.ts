/**
 * Hypotheses: a class is one fault, a pair of faults, or none of these. Each class is a run of particles
 * that differ in severity (and, for a fault that comes and goes, in how often it shows).
 */
import {
  RAISERS,
  faulty,
  type Fault,
  type Graded,
  type RaiserId,
  type Symptom,
  type SymptomId,
} from '../library'
import type { Entered } from '../shared'
import type { FigureSource, VehicleModel } from '../vehicle'

export interface FaultClass {
  id: string
  faults: Fault[]
}

export interface Particle {
  classIndex: number
  /** Shared by the forms of one fault: permanent, and coming and going. */
  theta: Float64Array
  /** Chance that the fault shows while one reads; 1 for a permanent one. */
  shows: number
  /** Share of its class. */
  weight: number
  /** Which of its faults went to its end, of a pair's two; a severity of its own, next to no other. */
  total?: 'first' | 'second'
  /** Which form of a fault that has several. */
  form?: number
}

/** What is known before any reading. */
export interface Complaint {
  symptoms: SymptomId[]
  raisers: RaiserId[]
  /** Is it failing now? */
  failingNow: 'yes' | 'no' | 'unknown'
  /** What the person knows of parts already. */
  known?: KnownPart[]
}

/** A part that was renewed lately, or looked at and found sound, by the repair that would put it right. */
export interface KnownPart {
  repairId: string
  how: 'renewed' | 'seen sound'
}

export type KnownSource = Exclude<FigureSource, 'generic'>

/** What a test reads on this vehicle when it is sound, from a source better than the model. */
export interface KnownFigure {
  testId: string
  source: KnownSource
  /** Limits of the maker's; what was read, twice over, otherwise. */
  low: Entered
  high: Entered
}

const STRATA = 10
/** How far the strata reach past the library's range at either end, as a share of it: the range is itself uncertain. */
const PAST_RANGE = 0.05
/** Of a fault known by its effect alone. */
const UNLISTED_STRATA = 5
const PAIR_STRATA = 2
/** Share of a fault that goes to its end: shut, off, open for good. */
const TOTAL_SHARE = 0.2
/** How often a fault that comes and goes shows; half its weight is on a permanent form. */
const SOMETIMES = 0.4

export function singleParticles(model: VehicleModel, fault: Fault, classIndex: number): Particle[] {
  const graded = fault.changes.some((change) => change.low !== change.high)
  const strata = graded ? (fault.unlisted ? UNLISTED_STRATA : STRATA) : 1
  const times = fault.comesAndGoes ? [1, SOMETIMES] : [1]
  const forms = fault.forms ? fault.forms.map((_, form) => ({ form })) : [{}]
  const split = times.length * forms.length
  const own = (share: number, graded: Omit<Graded, 'fault'>, total?: 'first') =>
    times.map((shows) => ({
      classIndex,
      shows,
      weight: share / split,
      theta: faulty(model, [{ fault, ...graded }]),
      ...(total && { total }),
      ...(graded.form !== undefined && { form: graded.form }),
    }))
  const every = forms.flatMap((form) => [
    ...Array.from({ length: strata }, (_, k) => {
      const severity = strata === 1 ? 0.5 : -PAST_RANGE + ((1 + 2 * PAST_RANGE) * (k + 0.5)) / strata
      return own((fault.total ? 1 - TOTAL_SHARE : 1) / strata, { severity, ...form })
    }),
    ...(fault.total ? [own(TOTAL_SHARE, { severity: 1, total: true, ...form }, 'first')] : []),
  ])
  // One time after the other, so that neighbours differ in severity alone; both share what they solve.
  return times.flatMap((_, at) => every.map((both): Particle => ({ ...both[at]!, theta: both[0]!.theta })))
}

export function pairParticles(model: VehicleModel, one: Fault, other: Fault, classIndex: number): Particle[] {
  const grades = (fault: Fault) =>
    fault.changes.some((change) => change.low !== change.high) ? PAIR_STRATA : 1
  const severities = (count: number) => Array.from({ length: count }, (_, k) => (k + 0.5) / count)
  const first = severities(grades(one))
  const second = severities(grades(other))
  const ends = [...(one.total ? (['first'] as const) : []), ...(other.total ? (['second'] as const) : [])]
  const left = 1 - TOTAL_SHARE * ends.length
  return [
    ...first.flatMap((a) =>
      second.map((b): Particle => ({
        classIndex,
        shows: 1,
        weight: left / (first.length * second.length),
        theta: faulty(model, [
          { fault: one, severity: a },
          { fault: other, severity: b },
        ]),
      })),
    ),
    ...ends.map((total): Particle => ({
      classIndex,
      shows: 1,
      weight: TOTAL_SHARE,
      total,
      theta: faulty(model, [
        { fault: one, severity: 0.5, total: total === 'first' },
        { fault: other, severity: 0.5, total: total === 'second' },
      ]),
    })),
  ]
}

/** What is left of a fault on a part that is new (early failures), or that somebody looked at and called sound; typical. */
const LEFT_OF: Record<KnownPart['how'], number> = { renewed: 0.15, 'seen sound': 0.1 }

/** Prior weight of a fault: its frequency times what raises it, less what is known of its part. What comes of work on it is no rarer on a new part. */
export function priorWeight(fault: Fault, { raisers, known = [] }: Complaint): number {
  const raised = raisers.reduce(
    (weight, raiser) => (fault.raisers.includes(raiser) ? weight * RAISERS[raiser].factor : weight),
    fault.weight,
  )
  return known
    .filter(({ repairId }) => fault.repairs.includes(repairId))
    .reduce(
      (weight, { how }) =>
        how === 'renewed' && fault.raisers.includes('recentWork') ? weight : weight * LEFT_OF[how],
      raised,
    )
}

/** Symptoms that a vehicle which does not start cannot show. */
const HIDDEN_BY_NO_START: SymptomId[] = [
  'startsThenDies',
  'starvesUnderLoad',
  'cutsOut',
  'runsRough',
  'floods',
  'longCrank',
  'capHelps',
  'hotStart',
]

/** Likelihood of the complaint for one particle, from its chances of showing each symptom. */
export function complaintLikelihood(
  symptoms: Symptom[],
  complaint: Complaint,
  chances: Float64Array,
  particle: Particle,
  comesAndGoes: boolean,
): number {
  let likelihood = 1
  const noStart = complaint.symptoms.includes('cranksNoStart')
  symptoms.forEach((symptom, at) => {
    const chance = chances[at]! * (particle.shows < 1 ? 0.7 : 1)
    if (complaint.symptoms.includes(symptom.id)) likelihood *= 0.03 + 0.94 * chance
    else if (!(noStart && HIDDEN_BY_NO_START.includes(symptom.id)) && complaint.symptoms.length > 0)
      likelihood *= 1 - 0.4 * chance
  })
  if (complaint.failingNow === 'no') likelihood *= comesAndGoes && particle.shows < 1 ? 1 : 0.35
  if (complaint.failingNow === 'yes' && particle.shows < 1) likelihood *= 0.6
  return likelihood
}

export const NONE_CLASS: FaultClass = { id: 'none', faults: [] }
