/**
 * The diagnosis worker. It keeps the prediction table of the vehicle in hand: nominal values first, so
 * that the screen is usable, then derivatives and pairs in slices between requests.
 */
import {
  addPairs,
  chooseNext,
  contradictions,
  deriveSome,
  explainSuspect,
  explainTest,
  leadingPair,
  nominalTable,
  posteriorOf,
  profileOf,
  provocationsFor,
  segmentShares,
  soundBandOf,
  suspectsOf,
  surprises,
  withKnown,
  type Choice,
  type Complaint,
  type Done,
  type Posterior,
  type Table,
} from '@/core/diagnosis'
import { answeredCase } from '@/core/physics'
import { testById } from '@/core/library'
import { pricerOf, type Pricer } from '@/core/practice'
import { plannerFor } from '@/core/procedure'
import { buildNetwork, layoutOf, vehicleModel, type LayoutKey } from '@/core/vehicle'
import { serve } from './serve'
import type { RankRequest, Ranking, Reply } from './protocol'

/** Milliseconds of background work between two looks at the queue. */
const SLICE_MS = 8
const PAIRED_SUSPECTS = 12

let held: { key: string; table: Table; derived: number; pricers: Map<string, Pricer> } | null = null
let growing = false
let lastComplaint: { complaint: Complaint; done: Done[] } | null = null

function tableFor({
  layoutId,
  edits,
  scope,
  specification,
}: LayoutKey & Pick<RankRequest, 'specification'>): Table {
  const key = JSON.stringify([layoutId, edits, scope, specification])
  if (held?.key === key) return held.table
  const model = vehicleModel(layoutOf({ layoutId, edits, scope }), specification)
  if (!model.ok) throw new Error(`The layout does not solve: ${model.error.problem} at ${model.error.at}`)
  const table = nominalTable(model.value)
  held = { key, table, derived: 0, pricers: new Map() }
  if (!growing) grow()
  return held.table
}

/** Works on the table a slice at a time; requests come between slices. */
function grow() {
  growing = true
  setTimeout(() => {
    if (!held) return
    const until = performance.now() + SLICE_MS
    if (held.table.stage === 'nominal') {
      held.derived = deriveSome(held.table, held.derived, () => performance.now() > until)
      if (held.derived >= held.table.predicted.length) announce('derivatives')
      return grow()
    }
    if (held.table.stage === 'derivatives' && lastComplaint) {
      const { table } = held
      const first = posteriorOf(table, lastComplaint.complaint, [], lastComplaint.done)
      const likeliest = [...first.classWeights.keys()]
        .filter((at) => table.classes[at]!.faults.length === 1)
        .sort((one, other) => first.classWeights[other]! - first.classWeights[one]!)
      addPairs(table, likeliest.slice(0, PAIRED_SUSPECTS))
      announce('pairs')
    }
    growing = held.table.stage !== 'pairs' && lastComplaint !== null
    if (growing) grow()
  }, 0)
}

const announce = (stage: Ranking['stage']) => postMessage({ id: -1, stage } satisfies Reply)

function posteriorFor(request: RankRequest): Posterior {
  lastComplaint = { complaint: request.complaint, done: request.done }
  const table = withKnown(tableFor(request), request.known)
  if (!growing && table.stage !== 'pairs') grow()
  return posteriorOf(table, request.complaint, request.evidence, request.done)
}

/** Prices by the ways in that the vehicle has, and what stands in the way of its parts. */
function pricerFor({ layoutId, ways, access }: RankRequest): Pricer {
  const { pricers, table } = held!
  const key = JSON.stringify([ways, access])
  const pricer = pricers.get(key) ?? pricerOf(plannerFor({ layout: layoutId, ways, access }), table)
  pricers.set(key, pricer)
  return pricer
}

function rank(request: RankRequest): Ranking {
  const at = performance.now()
  const posterior = posteriorFor(request)
  const cost = pricerFor(request)(request.state)
  const chosen = chooseNext(posterior, {
    workshop: request.workshop,
    reachMinutes: cost.tests,
    repairMinutes: cost.repairs,
    engineRuns: request.engineRuns,
    skipped: request.skipped,
    tried: request.done.map((entry) => entry.repairId),
    mayAsk: true,
  })
  const ranked = chosen.candidates.find((candidate) => candidate.why === 'ranked')?.testId ?? null
  // Before the scatter of the figures is known no repair is named: the next reading is, and the ranking comes again by itself.
  const choice: Choice =
    posterior.table.stage === 'nominal' && ranked
      ? { ...chosen, verdict: { kind: 'test', testId: ranked } }
      : chosen
  const shown =
    request.testId ??
    (choice.verdict.kind === 'test' || choice.verdict.kind === 'confirm' ? choice.verdict.testId : ranked)
  return {
    stage: posterior.table.stage,
    suspects: suspectsOf(posterior),
    pair: leadingPair(posterior),
    segments: segmentShares(posterior, posteriorOf(posterior.table, request.complaint, [], request.done)),
    choice,
    profile: profileOf(posterior),
    surprises: surprises(posterior),
    contradictions: contradictions(posterior, request.complaint, request.done),
    provocations: provocationsFor(posterior),
    shownTest: shown ? explainTest(posterior, shown) : null,
    milliseconds: performance.now() - at,
  }
}

function soundBands(table: Table, testIds: string[]) {
  const entries = testIds.flatMap((id) => table.catalogue.numericById.get(id) ?? [])
  return Object.fromEntries(entries.map((entry) => [entry.test.id, soundBandOf(table, entry)]))
}

serve({
  rank,
  preview: (request) => ({ suspects: suspectsOf(posteriorFor(request)) }),
  sound: ({ testIds, known, ...vehicle }) => soundBands(withKnown(tableFor(vehicle), known), testIds),
  network: ({ testId, ...vehicle }) => {
    const { model } = tableFor(vehicle)
    const { scene } = testById(testId)
    const answered = answeredCase(buildNetwork(model, model.nominal, scene), `${model.layout.id} ${scene}`)
    if (!answered.ok)
      throw new Error(`This scene has no steady answer: ${answered.error.kind} at ${answered.error.at}`)
    return JSON.stringify({ cases: [answered.value] }, null, 1)
  },
  whySuspect: (request) =>
    explainSuspect(posteriorFor(request), request.repairId, request.complaint, request.done),
})
