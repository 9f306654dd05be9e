/**
 * One session for everyone who asks the engine: the screen's worker, a consultation by another program, the
 * benchmark. What stands in the vehicle's way is priced by whoever asks; everything else is decided here, so
 * that the same job gets the same act and the same odds.
 */
import { mayBeRun } from '../library'
import type { Minutes } from '../shared'
import type { VehicleState } from '../vehicle'
import { chooseNext, type Choice } from './choose'
import type { Complaint, Done, KnownFigure } from './hypotheses'
import { withKnown } from './known'
import type { Workshop } from './loss'
import { posteriorOf, type Posterior } from './posterior'
import type { Evidence } from './evidence'
import { addPairs, type Table } from './table'

/** Minutes to reach each test's state, and to do each repair and come back; null where there is no way. */
export interface PriceList {
  tests: Record<string, Minutes | null>
  repairs: Record<string, Minutes | null>
}
export type Pricer = (state: VehicleState) => PriceList

/** A job as the engine is asked about it. */
export interface Asked {
  complaint: Complaint
  evidence: Evidence[]
  done: Done[]
  state: VehicleState
  /** Tests that cannot be made here. */
  skipped: string[]
  workshop: Workshop
  /** What is known of this vehicle's sound readings besides the model. */
  known: KnownFigure[]
  /** May the maker be asked for a figure that is only typical? */
  mayAsk: boolean
}
export interface Considered {
  posterior: Posterior
  choice: Choice
  price: PriceList
}

/** The belief after what was read. */
export const believed = (table: Table, asked: Pick<Asked, 'complaint' | 'evidence' | 'done' | 'known'>) =>
  posteriorOf(withKnown(table, asked.known), asked.complaint, asked.evidence, asked.done)

/** What to do next. Before the scatter of the figures is known no repair is named: the next reading is. */
export function consider(table: Table, asked: Asked, pricer: Pricer): Considered {
  const posterior = believed(table, asked)
  const price = pricer(asked.state)
  const choice = chooseNext(posterior, {
    workshop: asked.workshop,
    reachMinutes: price.tests,
    repairMinutes: price.repairs,
    engineRuns: mayBeRun(asked.complaint.symptoms),
    skipped: asked.skipped,
    tried: asked.done.map((entry) => entry.repairId),
    mayAsk: asked.mayAsk,
  })
  const ranked = rankedFirst(choice)
  return {
    posterior,
    price,
    choice:
      table.stage === 'nominal' && ranked ? { ...choice, verdict: { kind: 'test', testId: ranked } } : choice,
  }
}

/** The best test that can be made; null where none can. */
export const rankedFirst = ({ candidates }: Choice): string | null =>
  candidates.find((candidate) => candidate.why === 'ranked')?.testId ?? null

/** Pairs are made of so many of the likeliest single faults. */
const PAIRED_SUSPECTS = 12

/**
 * The table with pairs of the faults that a complaint makes likeliest, after what was done. Those of another
 * complaint go; the single faults are shared and stay as they are.
 */
export function pairedFor(base: Table, complaint: Complaint, done: Done[]): Table {
  const table = unpaired(base)
  const first = posteriorOf(table, complaint, [], done)
  const likeliest = [...first.classWeights.keys()]
    .filter((at) => table.classes[at]!.faults.length === 1)
    .sort((one, other) => first.classWeights[other]! - first.classWeights[one]!)
  addPairs(table, likeliest.slice(0, PAIRED_SUSPECTS))
  return table
}

/** The same table with single faults alone. */
export const unpaired = (base: Table): Table => ({
  ...base,
  stage: base.stage === 'pairs' ? 'derivatives' : base.stage,
  classes: base.classes.filter((entry) => entry.faults.length < 2),
  predicted: base.predicted.filter((entry) => base.classes[entry.particle.classIndex]!.faults.length < 2),
})
