/**
 * What the diagnosis worker keeps and answers, without the worker around it: the prediction table of the vehicle
 * in hand, nominal values first, so that the screen is usable, then derivatives and pairs a slice at a time.
 */
import {
  believed,
  consider,
  contradictions,
  deriveSome,
  explainSuspect,
  explainTest,
  keptOf,
  leadingPair,
  nominalTable,
  pairedFor,
  posteriorOf,
  profileOf,
  provocationsFor,
  rankedFirst,
  segmentShares,
  soundBandOf,
  surprises,
  tableFrom,
  suspectsOf,
  unpaired,
  withKnown,
  type Complaint,
  type Done,
  type KeptTable,
  type Pricer,
  type Table,
} from '@/core/diagnosis'
import { testById } from '@/core/library'
import { answeredCase } from '@/core/physics'
import { pricerOf } from '@/core/practice'
import { plannerFor } from '@/core/procedure'
import { buildNetwork, layoutOf, vehicleModel, type LayoutKey, type VehicleModel } from '@/core/vehicle'
import type { AnswerOf, RankRequest, Ranking, RequestOf, TableStage } from './protocol'

interface Held {
  key: string
  table: Table
  /** Particles whose derivatives are there. */
  derived: number
  pricers: Map<string, Pricer>
  /** The complaint and what was done, as last asked; pairs are made for it. */
  asked: { complaint: Complaint; done: Done[]; key: string } | null
  pairedFor: string | null
}

/** What a table is solved for. */
export type VehicleKey = LayoutKey & Pick<RankRequest, 'specification'>
export const keyOf = ({ layoutId, edits, scope, specification }: VehicleKey): string =>
  JSON.stringify([layoutId, edits, scope, specification])

function modelOf({ specification, ...layout }: VehicleKey): VehicleModel {
  const model = vehicleModel(layoutOf(layout), specification)
  if (!model.ok) throw new Error(`The layout does not solve: ${model.error.problem} at ${model.error.at}`)
  return model.value
}

export class TraceDesk {
  private held: Held | null = null

  /** The table of a vehicle; another vehicle takes the place of the one before. */
  private tableOf({ layoutId, edits, scope, specification }: VehicleKey): Table {
    const vehicle = { layoutId, edits, scope, specification }
    if (this.holds(vehicle)) return this.held!.table
    return this.hold(vehicle, nominalTable(modelOf(vehicle)))
  }
  private hold(vehicle: VehicleKey, table: Table): Table {
    this.held = { key: keyOf(vehicle), table, derived: 0, pricers: new Map(), asked: null, pairedFor: null }
    return table
  }
  holds = (vehicle: VehicleKey): boolean => this.held?.key === keyOf(vehicle)

  /** Takes what was kept of a vehicle's table in place of solving it; nothing where it does not fit. */
  adopt(vehicle: VehicleKey, kept: KeptTable): void {
    if (this.holds(vehicle)) return
    const table = tableFrom(modelOf(vehicle), kept)
    if (table) this.hold(vehicle, table)
  }

  /** What is worth keeping of the table in hand, and under which name; null while there is nothing. */
  get worthKeeping(): { key: string; kept: KeptTable } | null {
    const kept = this.held && keptOf(this.held.table)
    return kept && { key: this.held!.key, kept }
  }

  /** Works on until it is time to look at the queue; the stage that was reached, null where more of the same is left. */
  grow(isTime: () => boolean): TableStage | null {
    const { held } = this
    if (!held) return null
    if (held.table.stage === 'nominal') {
      held.derived = deriveSome(held.table, held.derived, isTime)
      return held.derived >= held.table.predicted.length ? 'derivatives' : null
    }
    if (!held.asked || held.pairedFor === held.asked.key) return null
    held.table = pairedFor(held.table, held.asked.complaint, held.asked.done)
    held.pairedFor = held.asked.key
    return 'pairs'
  }

  /** Is there anything left to work on between requests? */
  get growing(): boolean {
    const { held } = this
    return (
      held !== null &&
      (held.table.stage === 'nominal' || (held.asked !== null && held.pairedFor !== held.asked.key))
    )
  }

  /** Takes note of what is asked: with another complaint, or after a repair, the pairs of before say nothing. */
  private tableFor(request: RankRequest): Table {
    this.tableOf(request)
    const held = this.held!
    const { complaint, done } = request
    const key = JSON.stringify([complaint, done])
    if (held.asked?.key !== key) {
      held.asked = { complaint, done, key }
      if (held.pairedFor !== null && held.pairedFor !== key) {
        held.table = unpaired(held.table)
        held.pairedFor = null
      }
    }
    return held.table
  }

  /** Prices by the ways in that the vehicle has, and what stands in the way of its parts. */
  private pricerFor({ layoutId, ways, access }: RankRequest): Pricer {
    const { pricers, table } = this.held!
    const key = JSON.stringify([ways, access])
    const pricer = pricers.get(key) ?? pricerOf(plannerFor({ layout: layoutId, ways, access }), table)
    pricers.set(key, pricer)
    return pricer
  }

  rank(request: RankRequest): Ranking {
    const at = performance.now()
    const table = this.tableFor(request)
    const { posterior, choice } = consider(table, { ...request, mayAsk: true }, this.pricerFor(request))
    const shown =
      request.testId ??
      (choice.verdict.kind === 'test' || choice.verdict.kind === 'confirm'
        ? choice.verdict.testId
        : rankedFirst(choice))
    return {
      stage: table.stage,
      suspects: suspectsOf(posterior),
      pair: leadingPair(posterior),
      segments: segmentShares(posterior, posteriorOf(table, request.complaint, [], request.done)),
      choice,
      profile: profileOf(posterior),
      surprises: surprises(posterior),
      contradictions: contradictions(posterior, request.complaint, request.done),
      provocations: provocationsFor(posterior),
      shownTest: shown ? explainTest(posterior, shown) : null,
      milliseconds: performance.now() - at,
    }
  }

  preview(request: RankRequest): AnswerOf<'preview'> {
    return { suspects: suspectsOf(believed(this.tableFor(request), request)) }
  }

  whySuspect(request: RequestOf<'whySuspect'>): AnswerOf<'whySuspect'> {
    const posterior = believed(this.tableFor(request), request)
    return explainSuspect(posterior, request.repairId, request.complaint, request.done)
  }

  sound({ testIds, known, ...vehicle }: RequestOf<'sound'>): AnswerOf<'sound'> {
    const table = withKnown(this.tableOf(vehicle), known)
    const entries = testIds.flatMap((id) => table.catalogue.numericById.get(id) ?? [])
    return Object.fromEntries(entries.map((entry) => [entry.test.id, soundBandOf(table, entry)]))
  }

  network({ testId, ...vehicle }: RequestOf<'network'>): AnswerOf<'network'> {
    const { model } = this.tableOf(vehicle)
    const { scene } = testById(testId)
    const answered = answeredCase(buildNetwork(model, model.nominal, scene), `${model.layout.id} ${scene}`)
    if (!answered.ok)
      throw new Error(`This scene has no steady answer: ${answered.error.kind} at ${answered.error.at}`)
    return JSON.stringify({ cases: [answered.value] }, null, 1)
  }
}
