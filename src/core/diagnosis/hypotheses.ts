/**
 * Hypotheses: a class is one fault, a pair of faults, or none of these. Each class is a run of particles
 * that differ in severity (and, for a fault that comes and goes, in how often it shows).
 */
import {
  RAISERS,
  faulty,
  formShares,
  isBehind,
  spoils,
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

/** What the job has excluded or damped: repairs done and found good or bad parts. */
export interface Done {
  repairId: string
  partWasBad: 'yes' | 'no' | 'unknown'
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

/** What can be known of a part: renewed lately, renewed and the same complaint came back, looked at and found sound, tried without it (bypassed, bridged) and the complaint was the same, seen wet with fuel. */
export const KNOWN_HOW = ['renewed', 'came back', 'seen sound', 'same without', 'seen wet'] as const
/** A part by the repair that would put it right. */
export interface KnownPart {
  repairId: string
  how: (typeof KNOWN_HOW)[number]
}

export type KnownSource = Exclude<FigureSource, 'generic'>

/** What a test reads on this vehicle when it is sound, from a source better than the model. */
export interface KnownFigure {
  testId: string
  source: KnownSource
  /** Limits of the maker's; what was read, twice over, otherwise. */
  low: Entered
  high: Entered
  /** From how many vehicles; where it is not said, from one. */
  of?: number
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
  const graded = [...fault.changes, ...(fault.forms ?? []).flat()].some(
    (change) => change.low !== change.high,
  )
  const forms = formShares(fault)
  const listed = fault.unlisted ? UNLISTED_STRATA : Math.ceil(STRATA / Math.sqrt(forms.length))
  const strata = graded ? listed : 1
  const times = fault.comesAndGoes ? [1, SOMETIMES] : [1]
  const own = (share: number, graded: Omit<Graded, 'fault'>) =>
    times.map((shows) => ({
      classIndex,
      shows,
      weight: share / times.length,
      theta: faulty(model, [{ fault, ...graded }]),
      ...(graded.total && { total: 'first' as const }),
      ...(fault.forms && { form: graded.form }),
    }))
  const every = forms.flatMap((share, form) => [
    ...Array.from({ length: strata }, (_, k) => {
      const severity = strata === 1 ? 0.5 : -PAST_RANGE + ((1 + 2 * PAST_RANGE) * (k + 0.5)) / strata
      return own((share * (fault.total ? 1 - TOTAL_SHARE : 1)) / strata, { severity, form })
    }),
    // A chain that went to its end stands at its first stage: nothing goes on to spoil what lies behind.
    ...(fault.total && (!fault.chain || form === 0)
      ? [own(TOTAL_SHARE * (fault.chain ? 1 : share), { severity: 1, total: true, form })]
      : []),
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

/** What is left of a fault on a part that is new (early failures), new and yet the same again, or that somebody looked at and called sound; what fuel was seen to leave is bad more often than not. Typical. */
const LEFT_OF: Record<KnownPart['how'], number> = {
  'seen wet': 8,
  renewed: 0.15,
  'came back': 0.3,
  'seen sound': 0.1,
  'same without': 0.07,
}
/** How much likelier the cause behind a part is once a new one did not last, or a bad one was not all; typical. */
const BEHIND_IT = 5

/** Prior weight of a fault: its frequency times what raises it, less what is known of its part. What comes of work on it is no rarer on a new part; what spoils parts one after the other is likelier once one did not last. */
export function priorWeight(fault: Fault, { raisers, known = [] }: Complaint): number {
  const raised = raisers.reduce(
    (weight, raiser) => (fault.raisers.includes(raiser) ? weight * RAISERS[raiser].factor : weight),
    fault.weight,
  )
  return known.reduce((weight, part) => weight * knownFactor(fault, part), raised)
}

function knownFactor(fault: Fault, { repairId, how }: KnownPart): number {
  if (fault.repairs.includes(repairId))
    return how === 'renewed' && fault.raisers.includes('recentWork') ? 1 : LEFT_OF[how]
  return how === 'came back' && isBehind(fault, repairId) ? BEHIND_IT : 1
}

/** What is left of a fault once its repair was done and did not cure: a part that was found sound is out; a new one in place of a bad one may be bad in its turn. */
const LEFT_AFTER: Record<Done['partWasBad'], number> = { yes: 0.05, unknown: 0.03, no: 1e-9 }

/** A repair that did not cure damps what it should have cured, the more so when the old part was sound; a bad part that was not all raises what spoils it. */
export function doneFactor(faults: Fault[], done: Done[]): number {
  return done.reduce((factor, { repairId, partWasBad }) => {
    if (faults.some((fault) => fault.repairs.includes(repairId))) return factor * LEFT_AFTER[partWasBad]
    return partWasBad === 'yes' && faults.some((fault) => spoils(fault, repairId))
      ? factor * BEHIND_IT
      : factor
  }, 1)
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
