/**
 * Writes the log of a demo job the way a technician would: every reading in it is what the stand-in
 * instrument of that vehicle shows, nothing is typed in by hand.
 */
import { planRepairs, plannerFor } from '../procedure'
import { beginBuild, buildById, checkBuild, failingOf } from '../build'
import { repaired, standInById, truthVehicle, type TruthVehicle } from '../simulate'
import { scopeOf, surveyOf, testById, testFor, type SurveyFinding, type SymptomId } from '../library'
import { LogBuilder, type BodyOf, type JobEvent } from '../records'
import { impliedBy, layoutKeyOf, settingOf, type VehicleRecord } from '../job'
import { LAYOUTS, layoutOf, type Scope, type VehicleState } from '../vehicle'

export const DEMO_AUTHOR = { device: 'demo-tablet', by: 'Ida, day shift' }

/** A demo vehicle and the log of its job. */
export interface DemoJob {
  vehicle: VehicleRecord
  events: JobEvent[]
}

const MINUTE_MS = 60_000

/** A log that grows as its job goes: each call is one thing done. */
export class JobScript {
  private readonly log: LogBuilder
  private truth: TruthVehicle
  private readings = 0
  constructor(
    private readonly record: VehicleRecord,
    private at: number,
    jobId: string,
  ) {
    this.log = new LogBuilder(jobId, DEMO_AUTHOR)
    this.truth = this.standingIn('engine')
  }
  private standingIn(scope: Scope): TruthVehicle {
    const { truth, specification } = this.record
    return truthVehicle(truth!.seed, specification, truth!.hidden, layoutOf(layoutKeyOf(this.record, scope)))
  }
  wait(minutes: number): this {
    this.at += minutes * MINUTE_MS
    return this
  }
  open(words: string, neededBy: string | null): this {
    this.log.add(this.at, 'job-opened', {
      vehicleId: this.record.id,
      unit: this.record.unit,
      vehicleName: this.record.name,
      words,
      neededBy,
    })
    return this
  }
  note(body: Partial<BodyOf<'complaint-noted'>>): this {
    this.truth = this.standingIn(scopeOf((body.symptoms ?? []) as SymptomId[]))
    this.log.add(this.at, 'complaint-noted', {
      symptoms: [],
      raisers: [],
      failingNow: 'yes',
      words: '',
      conditions: [],
      lastFill: '',
      lamps: '',
      history: '',
      ...body,
    })
    return this
  }
  state(changes: VehicleState, litres?: number): this {
    this.log.add(this.at, 'state-asserted', {
      changes,
      why: 'seen',
      ...(litres === undefined ? {} : { litres }),
    })
    return this
  }
  read(...testIds: string[]): this {
    for (const testId of testIds) {
      this.wait(4)
      const test = testFor(this.record.layout, testId)
      this.log.add(this.at, 'state-asserted', { changes: impliedBy(test.needs), why: 'implied' })
      this.log.add(this.at, 'reading-taken', {
        readingId: `r${(this.readings += 1)}`,
        testId,
        value: standInById(this.truth, testId),
        scene: test.scene,
        instrument: test.instrument,
        faultPresent: 'yes',
        source: 'stand-in',
        phase: 'trace',
        sure: 'yes',
      })
    }
    return this
  }
  /** Looks of a survey, one after another. */
  survey(...finds: [string, SurveyFinding][]): this {
    for (const [item, finding] of finds) {
      this.wait(12)
      const { needs, leaves } = surveyOf(LAYOUTS[this.record.layout]).find(
        (candidate) => candidate.id === item,
      )!
      this.state({ ...impliedBy(needs), ...leaves })
      this.add('survey-noted', { item, finding, note: '' })
    }
    return this
  }
  /** Plans the repair and does the first steps, or all of them. */
  work(repairIds: string[], start: VehicleState, steps: number): this {
    const plan = planRepairs(plannerFor(settingOf(this.record)), start, repairIds)
    if (!plan.ok) throw new Error('The demo plan has no way')
    this.state(start)
    this.log.add(this.at, 'plan-made', {
      repairIds,
      start,
      ways: [...this.record.ways],
      reason: '',
      pace: { rust: 'none', first: false },
    })
    for (const step of plan.value.steps.slice(0, steps)) {
      this.wait(step.minutes)
      const { gaugeGate: gate, torque, sets } = step.act
      step.steps.forEach((_, part) =>
        this.log.add(this.at, 'substep-ticked', { step: step.index, part, ticked: true }),
      )
      this.log.add(this.at, 'step-done', {
        step: step.index,
        operationId: step.operationId,
        sets,
        entered: gate ? 0.4 * gate.below : null,
        torqueNm: torque ? 0.5 * (torque.lowNm + torque.highNm) : null,
        byFeel: false,
        note: '',
      })
    }
    return this
  }
  /** The same readings again on the repaired vehicle. */
  prove(repairIds: string[], ...testIds: string[]): this {
    const cured = repaired(this.truth, repairIds)
    for (const testId of testIds) {
      this.wait(3)
      const test = testById(testId)
      this.log.add(this.at, 'reading-taken', {
        readingId: `p${testId}`,
        testId,
        value: standInById(cured, testId, 3),
        scene: test.scene,
        instrument: test.instrument,
        faultPresent: 'no',
        source: 'stand-in',
        phase: 'proof',
        sure: 'yes',
      })
    }
    return this
  }
  /** A wish instead of a complaint, with what the build begins with, and what of it does not do yet. */
  wish(buildId: string): this {
    const build = buildById(buildId)!
    const { layout, edits, ways, specification } = this.record
    const was = { layout, edits, ways: [...ways], specification }
    const typed = beginBuild(build, was)
    const checked = checkBuild(build, was, typed)
    if (!checked.ok) throw new Error(`The demo build asks back: ${checked.asks[0]!.says}`)
    return this.note({ words: build.wish, failingNow: 'no' }).add('build-wished', {
      ...{ build: build.id, scope: build.scope ?? 'engine', typed, repairIds: [...build.repairs] },
      ...{ was, failing: failingOf(checked.findings), becomes: checked.becomes },
    })
  }
  add<K extends JobEvent['kind']>(kind: K, body: BodyOf<K>): this {
    this.log.add(this.at, kind, body)
    return this
  }
  done(): DemoJob {
    return { vehicle: this.record, events: this.log.events }
  }
}
