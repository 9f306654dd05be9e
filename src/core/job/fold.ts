/**
 * The job as a pure fold of its live events: who, what, the state of the vehicle, the evidence of the
 * present epoch, the plan in hand and how far it is. Nothing here is stored; the log is.
 */
import {
  DRIVEN_IN,
  LAYOUTS,
  layoutOf,
  specificationOf,
  wholeState,
  withWayIn,
  type Layout,
  type VehicleState,
} from '../vehicle'
import {
  findTest,
  OPERATIONS,
  isSymptom,
  scopeOf,
  testOn,
  type Pace,
  type RaiserId,
  type SymptomId,
  type WayId,
  PROVOCATIONS,
  provocationOn,
} from '../library'
import type { Complaint, Done, Evidence } from '../diagnosis'
import { notKnown, stateLeft, type NotKnown } from './unknownIds'
import { levelByDip, litresAfter } from '../procedure'
import { differenceFromSi, differenceToSi, toSi, unitKind, type CubicMetre } from '../shared'
import { endsClear, mayClear, type MeterReading } from './meter'
import { leakStandId, type Wait } from './orders'
import { knownOf, sayPart, type PartSaid } from './partsKnown'
import { pauseEnded, type Pause } from './pauses'
import { layoutKeyOf, type VehicleRecord } from './vehicleRecord'
import { liveEvents, type BodyOf, type JobEvent, type Placed } from '../records'

export const STAGES = ['complaint', 'trace', 'bench', 'plan', 'work', 'prove', 'record'] as const
export type Stage = (typeof STAGES)[number]

export interface Reading extends BodyOf<'reading-taken'> {
  eventId: string
  at: number
  epoch: number
  /** State of the vehicle when it was taken. */
  state: VehicleState
}
export interface WorkInHand {
  repairIds: string[]
  /** Of these, what was done before this plan was made: it is not planned again. */
  already: string[]
  start: VehicleState
  /** Ways that it may go, and why a person chose so. */
  ways: WayId[]
  reason: string
  pace: Pace
  /** What is in hand of what must be before the first joint parts. */
  ready: Set<string>
  madeAt: number
  /** Steps done, by place in the plan. */
  done: Map<
    number,
    {
      eventId: string
      operationId: string
      at: number
      entered: number | null
      torqueNm: number | null
      byFeel: boolean
    }
  >
  /** Ticked parts of a step, "step.part". */
  ticks: Set<string>
  checks: Map<string, 'good' | 'bad'>
}
export interface JobView {
  id: string
  vehicleId: string
  unit: string
  vehicleName: string
  /** What is traced, as the vehicle stands: its fuel system, or its gauge loop when that alone is the complaint. */
  layout: Layout
  words: string
  openedAt: number
  neededBy: string | null
  complaint: Complaint
  noted: BodyOf<'complaint-noted'> | null
  /** What is known of parts without a reading, the last word on each. */
  parts: Map<string, PartSaid>
  danger: boolean
  state: VehicleState
  /** By dip, less what the steps drained, with what they poured. */
  litres: number | null
  /** Fuel came out of the tank in some step of this job: its waste is noted, whatever was poured in since. */
  drained: boolean
  capacityM3: CubicMetre
  /** When the gas meter last cleared it. */
  vapourClearAt: number | null
  /** By which entry it was cleared. */
  vapourClearBy: Placed | null
  readings: Reading[]
  /** Trace readings of the present epoch, as the engine takes them. */
  evidence: Evidence[]
  proofs: Reading[]
  proofNotes: Map<string, 'yes' | 'no'>
  /** Known ways that were gone before or beside the trace. */
  ways: (BodyOf<'way-taken'> & { at: number })[]
  skipped: string[]
  /** Every reading of the gas meter, whether a test or taken to go on. */
  meters: MeterReading[]
  /** Figures on which a state was said to be there; null by the maker's own way. */
  figures: { at: number; operationId: string; value: number | null }[]
  /** What was done to make it fail, and whether it did. */
  provoked: (BodyOf<'provoked'> & { at: number })[]
  /** How it ran after each change that did not end the complaint. */
  runs: { at: number; run: BodyOf<'complaint-remains'>['run']; changed: string[] }[]
  /** It stood for years and is surveyed, not traced. */
  surveying: boolean
  /** Findings of a survey of a vehicle that stood for years, the last of each item. */
  survey: Map<string, BodyOf<'survey-noted'> & { at: number }>
  captures: (BodyOf<'capture-kept'> & { at: number; eventId: string; epoch: number })[]
  work: WorkInHand | null
  finishedRepairs: string[]
  done: Done[]
  epoch: number
  waits: Wait[]
  /** Place of the event in hand among those of the log, and of the last look at the hazards. */
  order: number
  hazardsConfirmedOrder: number
  /** The last long pause that an act beside the plan ended. */
  away: Pause | null
  waste: (BodyOf<'waste-noted'> & { at: number })[]
  /** What was found inside on opening, the last look at each. */
  inside: Map<string, BodyOf<'opening-noted'>['finding']>
  photos: (BodyOf<'photo-kept'> & { at: number; eventId: string })[]
  /** What was found beside the plan, the last word on each. */
  findings: Map<string, BodyOf<'finding-noted'> & { at: number }>
  /** What was bridged, the last word on each. */
  bypasses: Map<string, BodyOf<'bypass-noted'> & { at: number }>
  /** Hard lines as surveyed, the last of each. */
  lines: Map<string, BodyOf<'line-surveyed'> & { at: number }>
  /** Pins by continuity, "plug.pin". */
  terminals: Map<string, BodyOf<'terminal-mapped'>>
  bled: (BodyOf<'bled'> & { at: number })[]
  guards: (BodyOf<'guard-noted'> & { at: number })[]
  cost: (BodyOf<'cost-noted'> & { at: number }) | null
  /** What was measured of new parts, the last of each check. */
  fits: Map<string, BodyOf<'fit-checked'> & { at: number }>
  /** How things lay before they were touched, by operation. */
  /** Readings that a later act has disturbed, and by what. */
  disturbed: Map<string, string>
  lies: Map<string, BodyOf<'lie-noted'> & { at: number }>
  /** Calls made, the last of each. */
  calls: Map<string, BodyOf<'call-made'>>
  /** What the last call was weighed by; null where none was, or an older version kept none. */
  terms: BodyOf<'call-made'>['terms']
  consents: (BodyOf<'consent-noted'> & { at: number })[]
  /** Repairs of the first plan that was begun: more than these is extra work. */
  agreed: string[] | null
  /** The last change of hands: whoever takes over looks at the hazards anew. */
  handover: { at: number; to: string; note: string; order: number } | null
  signed: { at: number; by: string; unproven: string[]; note: string } | null
  /** Entries that name what this version does not have: they move nothing. */
  notKnown: NotKnown[]
  lastAt: number
  lastBy: string
  undoable: { eventId: string; kind: JobEvent['kind'] } | null
}

const DANGERS: SymptomId[] = ['smell', 'leak']

function emptyJob(id: string): JobView {
  return {
    id,
    vehicleId: '',
    unit: '',
    vehicleName: '',
    layout: LAYOUTS.A01,
    words: '',
    openedAt: 0,
    neededBy: null,
    complaint: { symptoms: [], raisers: [], failingNow: 'unknown' },
    noted: null,
    parts: new Map(),
    danger: false,
    state: DRIVEN_IN,
    notKnown: [],
    litres: null,
    drained: false,
    capacityM3: specificationOf({}, LAYOUTS.A01).tankCapacityM3.value,
    vapourClearAt: null,
    vapourClearBy: null,
    readings: [],
    evidence: [],
    proofs: [],
    proofNotes: new Map(),
    ways: [],
    meters: [],
    figures: [],
    provoked: [],
    runs: [],
    surveying: false,
    survey: new Map(),
    skipped: [],
    captures: [],
    work: null,
    finishedRepairs: [],
    done: [],
    epoch: 0,
    waits: [],
    order: -1,
    hazardsConfirmedOrder: -1,
    away: null,
    handover: null,
    waste: [],
    inside: new Map(),
    photos: [],
    findings: new Map(),
    bypasses: new Map(),
    lines: new Map(),
    terminals: new Map(),
    bled: [],
    guards: [],
    cost: null,
    fits: new Map(),
    disturbed: new Map(),
    lies: new Map(),
    calls: new Map(),
    terms: null,
    consents: [],
    agreed: null,
    signed: null,
    lastAt: 0,
    lastBy: '',
    undoable: null,
  }
}

/**
 * The same log gives the same job, from any merge of it. A stand-in signal is evidence on a simulated
 * vehicle only: on a real one it stays in the log and moves nothing.
 */
export function foldJob(
  jobId: string,
  log: JobEvent[],
  vehicle: Pick<VehicleRecord, 'kind' | 'layout' | 'edits'> &
    Partial<Pick<VehicleRecord, 'specification'>> = { kind: 'real', layout: 'A01', edits: [] },
): JobView {
  const layout = LAYOUTS[vehicle.layout]
  const { tankCapacityM3 } = vehicle.specification ?? specificationOf({}, layout)
  const job: JobView = { ...emptyJob(jobId), layout, capacityM3: tankCapacityM3.value }
  for (const [order, event] of liveEvents(log).entries()) {
    job.away = pauseEnded(job, event, order)
    job.order = order
    const odd = notKnown(event)
    if (odd) {
      job.notKnown.push(odd)
      heardOfUnknown(job, event)
    } else apply(job, event)
    job.lastAt = Math.max(job.lastAt, event.at)
    job.lastBy = event.by
  }
  job.layout = layoutOf(layoutKeyOf(vehicle, scopeOf(job.complaint.symptoms)))
  job.evidence = job.readings
    .filter(
      (reading) =>
        reading.phase === 'trace' &&
        reading.epoch === job.epoch &&
        !job.disturbed.has(reading.readingId) &&
        (vehicle.kind === 'simulated' || reading.source !== 'stand-in'),
    )
    .map(evidenceOf)
  return job
}

/** A reading as the engine takes it: the offset of its instrument taken off; one by a doubtful instrument is doubtful. */
const evidenceOf = (reading: Reading): Evidence => ({
  id: reading.readingId,
  testId: reading.testId,
  value: withoutOffset(reading),
  faultPresent: reading.faultPresent,
  ...(reading.sure === 'no' || reading.taken?.standing === 'doubtful' ? { doubtful: true } : {}),
  ...(reading.swing && reading.value.kind === 'number'
    ? {
        swings: differenceToSi({
          value: reading.swing.high - reading.swing.low,
          unit: reading.value.entered.unit,
        }),
      }
    : {}),
})

function withoutOffset({ value, taken }: Reading): Reading['value'] {
  if (
    value.kind !== 'number' ||
    !taken?.offset ||
    unitKind(taken.offset.unit) !== unitKind(value.entered.unit)
  )
    return value
  return {
    kind: 'number',
    entered: {
      value: value.entered.value - differenceFromSi(differenceToSi(taken.offset), value.entered.unit),
      unit: value.entered.unit,
    },
  }
}

function apply(job: JobView, event: JobEvent): void {
  if (isSheet(event)) return sheet(job, event)
  if (isNote(event)) return note(job, event)
  switch (event.kind) {
    case 'job-opened':
      Object.assign(job, {
        vehicleId: event.body.vehicleId,
        unit: event.body.unit,
        vehicleName: event.body.vehicleName,
        words: event.body.words,
        neededBy: event.body.neededBy,
        openedAt: event.at,
      })
      return
    case 'complaint-noted':
      job.noted = event.body
      job.words = event.body.words || job.words
      job.complaint = {
        symptoms: event.body.symptoms.filter(isSymptom),
        raisers: event.body.raisers as RaiserId[],
        failingNow: event.body.failingNow,
        known: knownOf(job.parts),
      }
      job.danger = job.complaint.symptoms.some((symptom) => DANGERS.includes(symptom))
      return
    case 'state-asserted':
      return assertState(job, event)
    case 'reading-taken':
      return takeReading(job, event)
    case 'capture-kept':
      job.captures.push({ ...event.body, at: event.at, eventId: event.id, epoch: job.epoch })
      return
    case 'test-skipped':
      job.skipped.push(event.body.testId)
      return
    case 'plan-made':
      job.work = {
        repairIds: event.body.repairIds,
        already: alreadyDone(job.work, event.body.repairIds),
        start: wholeState(event.body.start as VehicleState),
        ways: event.body.ways as WayId[],
        reason: event.body.reason,
        pace: event.body.pace,
        ready: new Set(),
        madeAt: event.at,
        done: new Map(),
        ticks: new Set(),
        checks: new Map(),
      }
      job.hazardsConfirmedOrder = job.order
      return
    case 'ready-noted':
    case 'substep-ticked':
    case 'step-done':
    case 'check-done':
      return work(job, event)
    case 'part-judged':
      job.done = [...job.done.filter((entry) => entry.repairId !== event.body.repairId), event.body]
      return
    case 'wait-started':
    case 'wait-ended':
      return wait(job, event)
    case 'proof-noted':
      job.proofNotes.set(event.body.item, event.body.outcome)
      if (event.body.item === 'dry') endWait(job, leakStandId(job))
      return
    case 'complaint-remains':
      return goOn(job, event.body.run, event.at)
    case 'job-signed':
      job.signed = { at: event.at, by: event.by, unproven: event.body.unproven, note: event.body.note }
      return
    case 'event-undone':
      return
  }
}

/** Repairs that the plan in hand has done already: a plan made anew of them goes on from there. */
export function alreadyDone(work: WorkInHand | null, repairIds: string[]): string[] {
  const done = new Set([
    ...(work?.already ?? []),
    ...[...(work?.done.values() ?? [])].flatMap(({ operationId }) =>
      operationId.startsWith('repair:') ? [operationId.slice('repair:'.length)] : [],
    ),
  ])
  return repairIds.filter((id) => done.has(id))
}

function wait(job: JobView, event: Extract<JobEvent, { kind: 'wait-started' | 'wait-ended' }>) {
  const { waitId } = event.body
  if (event.kind === 'wait-ended') endWait(job, waitId)
  else
    job.waits = [
      ...job.waits.filter((one) => one.waitId !== waitId),
      {
        waitId,
        label: event.body.label,
        startedAt: event.at,
        endsAt: event.at + 60_000 * event.body.minutes,
        holds: event.body.holds ?? false,
        ended: false,
      },
    ]
}

function endWait(job: JobView, waitId: string) {
  job.waits = job.waits.map((one) => (one.waitId === waitId ? { ...one, ended: true } : one))
}

/** What still holds the next step at a time; the last to end first. */
export const waitHolds = (waits: Wait[], now: number): Wait[] =>
  waits
    .filter((one) => one.holds && !one.ended && one.endsAt > now)
    .sort((one, other) => other.endsAt - one.endsAt)

/** A dip decides how the fuel stands at the opening, whatever was thought before. */
function dipped(job: JobView, litres: number) {
  job.litres = litres
  job.state = { ...job.state, ...levelByDip(litres, job.capacityM3) }
}

function assertState(job: JobView, event: Extract<JobEvent, { kind: 'state-asserted' }>) {
  const { changes, litres, figures } = event.body
  const { at } = event
  changeState(job, withWayIn(changes as VehicleState), event)
  if (litres !== undefined) dipped(job, litres)
  job.figures.push(...(figures ?? []).map((figure) => ({ ...figure, at })))
}

const SHEETS = [
  'finding-noted',
  'bypass-noted',
  'line-surveyed',
  'terminal-mapped',
  'bled',
  'guard-noted',
  'cost-noted',
  'fit-checked',
  'lie-noted',
] as const
type SheetEvent = Extract<JobEvent, { kind: (typeof SHEETS)[number] }>
const isSheet = (event: JobEvent): event is SheetEvent => (SHEETS as readonly string[]).includes(event.kind)

/** What the sheets beside the work keep. */
function sheet(job: JobView, event: SheetEvent) {
  switch (event.kind) {
    case 'finding-noted':
      job.findings.set(event.body.findingId, { ...event.body, at: event.at })
      return
    case 'bypass-noted':
      job.bypasses.set(event.body.bypassId, { ...event.body, at: event.at })
      return
    case 'line-surveyed':
      job.lines.set(event.body.line, { ...event.body, at: event.at })
      return
    case 'terminal-mapped':
      job.terminals.set(`${event.body.plug}.${event.body.pin}`, event.body)
      return
    case 'bled':
      job.bled.push({ ...event.body, at: event.at })
      return
    case 'fit-checked':
      job.fits.set(event.body.check, { ...event.body, at: event.at })
      return
    case 'lie-noted':
      job.lies.set(event.body.operationId, { ...event.body, at: event.at })
      return
    case 'cost-noted':
      job.cost = { ...event.body, at: event.at }
      return
    case 'guard-noted':
      job.guards.push({ ...event.body, at: event.at })
      return
  }
}

const NOTES = [
  'hazards-confirmed',
  'handed-over',
  'call-made',
  'opening-noted',
  'photo-kept',
  'waste-noted',
  'consent-noted',
  'meter-read',
  'provoked',
  'survey-noted',
  'way-taken',
  'part-known',
  'reading-disturbed',
] as const
type NoteEvent = Extract<JobEvent, { kind: (typeof NOTES)[number] }>
const isNote = (event: JobEvent): event is NoteEvent => (NOTES as readonly string[]).includes(event.kind)

function disturb({ disturbed }: JobView, { body }: Extract<JobEvent, { kind: 'reading-disturbed' }>) {
  if (body.disturbed) disturbed.set(body.readingId, body.why)
  else disturbed.delete(body.readingId)
}

/** What is kept beside the readings. */
function note(job: JobView, event: NoteEvent) {
  if (event.kind === 'hazards-confirmed') job.hazardsConfirmedOrder = job.order
  else if (event.kind === 'part-known') sayPart(job, event)
  else if (event.kind === 'reading-disturbed') disturb(job, event)
  else if (event.kind === 'opening-noted') job.inside.set(event.body.item, event.body.finding)
  else if (event.kind === 'waste-noted') job.waste.push({ ...event.body, at: event.at })
  else if (event.kind === 'photo-kept') job.photos.push({ ...event.body, at: event.at, eventId: event.id })
  else if (event.kind === 'call-made') {
    job.calls.set(event.body.callId, event.body)
    job.terms = event.body.terms ?? job.terms
  } else if (event.kind === 'consent-noted') job.consents.push({ ...event.body, at: event.at })
  else if (event.kind === 'handed-over') job.handover = { ...event.body, at: event.at, order: job.order }
  else if (event.kind === 'way-taken') {
    job.ways.push({ ...event.body, at: event.at })
    if (event.body.way === 'stoodYears') job.surveying = event.body.outcome === 'survey'
  } else if (event.kind === 'meter-read')
    readMeter(job, {
      at: event.at,
      lelFraction: event.body.lelPercent / 100,
      where: event.body.where,
      placed: event,
    })
  else if (event.kind === 'survey-noted') job.survey.set(event.body.item, { ...event.body, at: event.at })
  else {
    job.provoked.push({ ...event.body, at: event.at })
    // What was driven or heated to make it fail is hot, and stands under pressure.
    const way = PROVOCATIONS.find((candidate) => candidate.id === event.body.way)
    if (way) job.state = { ...job.state, ...provocationOn(job.layout.id, way).leaves }
    if (event.body.outcome === 'fails') job.complaint = { ...job.complaint, failingNow: 'yes' }
  }
}

/** A reading that is not clear ends what was called clear, until somebody who knows of it reads again. */
function readMeter(job: JobView, reading: MeterReading) {
  job.meters.push(reading)
  if (endsClear(reading, job.vapourClearBy)) job.state = { ...job.state, vapour: 'unchecked' }
}

/** How the vehicle stands after an entry; vapour is not called clear over a reading that its author did not know. */
function changeState(job: JobView, changes: VehicleState, event: JobEvent) {
  const clears = changes.vapour === 'clear'
  const refused = clears && !mayClear(job, event)
  job.state = { ...job.state, ...changes, ...(refused && { vapour: 'unchecked' }) }
  if (!clears || refused) return
  job.vapourClearAt = event.at
  job.vapourClearBy = event
}

/** Of an entry that names what this version does not have: vapour, and how the vehicle stands after it. */
function heardOfUnknown(job: JobView, event: JobEvent) {
  if (event.kind === 'reading-taken') return hearMeter(job, event)
  const changes =
    event.kind === 'state-asserted' ? event.body.changes : event.kind === 'step-done' ? event.body.sets : null
  if (!changes) return
  const { vapour, ...rest } = changes
  job.state = stateLeft(job.state, rest)
  // Clear is called by an entry that is whole; anything else ends it.
  if (vapour !== undefined && vapour !== 'clear') job.state = { ...job.state, vapour: 'unchecked' }
}

/** The gas meter's figure where a test of it was read. */
function hearMeter(job: JobView, event: Extract<JobEvent, { kind: 'reading-taken' }>) {
  const { testId, value } = event.body
  if (!testId.startsWith('T76') || value.kind !== 'number') return
  const where = findTest(testId)?.short ?? ''
  readMeter(job, { at: event.at, lelFraction: toSi(value.entered), where, placed: event })
}

function takeReading(job: JobView, event: Extract<JobEvent, { kind: 'reading-taken' }>) {
  const { body, id: eventId, at } = event
  const reading: Reading = { ...body, eventId, at, epoch: job.epoch, state: job.state }
  if (body.phase === 'proof')
    job.proofs = [...job.proofs.filter((other) => other.testId !== body.testId), reading]
  else {
    job.readings.push(reading)
    job.undoable = { eventId, kind: 'reading-taken' }
  }
  const known = findTest(body.testId)
  // As it stands on this vehicle: what it leaves depends on what the vehicle has.
  const test = known && testOn(job.layout.id, known)
  hearMeter(job, event)
  // A test leaves the vehicle in its own state; what it needed must have held.
  if (test) job.state = { ...job.state, ...test.leaves }
  if (body.testId === 'T82' && body.value.kind === 'number') dipped(job, toSi(body.value.entered) * 1e3)
}

function work(
  job: JobView,
  event: Extract<JobEvent, { kind: 'ready-noted' | 'substep-ticked' | 'step-done' | 'check-done' }>,
) {
  if (!job.work) return
  if (event.kind === 'step-done') job.agreed ??= job.work.repairIds
  if (event.kind === 'ready-noted') {
    if (event.body.ready) job.work.ready.add(event.body.item)
    else job.work.ready.delete(event.body.item)
    return
  }
  if (event.kind === 'substep-ticked') {
    const key = `${event.body.step}.${event.body.part}`
    if (event.body.ticked) job.work.ticks.add(key)
    else job.work.ticks.delete(key)
  } else if (event.kind === 'check-done') job.work.checks.set(event.body.checkId, event.body.outcome)
  else {
    // Whoever goes on after a wait that held the way has seen that it is over.
    job.waits = job.waits.map((wait) =>
      wait.holds && wait.endsAt <= event.at ? { ...wait, ended: true } : wait,
    )
    // Two pages may finish one step: it is done once.
    const again = job.work.done.get(event.body.step)?.operationId === event.body.operationId
    job.work.done.set(event.body.step, {
      eventId: event.id,
      operationId: event.body.operationId,
      at: event.at,
      entered: event.body.entered,
      torqueNm: event.body.torqueNm,
      byFeel: event.body.byFeel,
    })
    changeState(job, event.body.sets as VehicleState, event)
    job.drained ||= DRAINING.has(event.body.operationId)
    job.litres = litresAfter(event.body.operationId, job.litres, job.capacityM3)
    if (event.body.operationId.startsWith('repair:') && !again)
      job.finishedRepairs.push(event.body.operationId.slice('repair:'.length))
  }
}

/**
 * The complaint is still there after a repair. Where every part taken out was sound and it runs the same,
 * the vehicle is as it was: its readings go on counting. Otherwise they start afresh; state and what was done stay.
 */
function goOn(job: JobView, run: BodyOf<'complaint-remains'>['run'], at: number) {
  const fitted = job.work?.repairIds ?? []
  job.runs.push({ at, run, changed: fitted })
  const unchanged =
    run === 'same' &&
    fitted.length > 0 &&
    fitted.every((repairId) =>
      job.done.some((entry) => entry.repairId === repairId && entry.partWasBad === 'no'),
    )
  if (unchanged) job.work = null
  else newEpoch(job)
}

function newEpoch(job: JobView) {
  job.epoch += 1
  job.skipped = []
  job.work = null
  job.proofNotes = new Map([...job.proofNotes].filter(([item]) => item.startsWith('cause:')))
  for (const repairId of job.finishedRepairs)
    if (!job.done.some((entry) => entry.repairId === repairId))
      job.done.push({ repairId, partWasBad: 'unknown' })
}

const DRAINING: ReadonlySet<string> = new Set(
  OPERATIONS.filter(({ does }) => does.some((doing) => doing.does === 'drains' && doing.from === 'tank')).map(
    ({ id }) => id,
  ),
)
