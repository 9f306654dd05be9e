/**
 * The demo data: a mountain village's municipal garage, its vehicles (simulated, each with a hidden
 * fault) and jobs at different stages. Every reading in it is what the stand-in instrument of that
 * vehicle shows; nothing is typed in by hand.
 */
import { planRepairs, plannerFor } from '../procedure'
import { repaired, standInById, truthVehicle, type TruthVehicle } from '../simulate'
import {
  usualWays,
  scopeOf,
  testById,
  testFor,
  surveyOf,
  upstreamOf,
  type SymptomId,
  type SurveyFinding,
} from '../library'
import { LogBuilder, type BodyOf, type JobEvent } from '../records'
import { causeItem, impliedBy, layoutKeyOf, orderWaitId, settingOf, type VehicleRecord } from '../job'
import {
  DRIVEN_IN,
  LAYOUTS,
  layoutOf,
  specificationOf,
  type LayoutId,
  type Scope,
  type SpecificationField,
  type VehicleState,
} from '../vehicle'

const LH = 1e-3 / 3600
const maker = (value: number) => ({ value, source: 'maker' as const })

function vehicle(
  unit: string,
  name: string,
  seed: number,
  faultId: string,
  severity: number,
  year: number,
  kilometres: number,
  notes: string,
  known: Partial<Record<SpecificationField, ReturnType<typeof maker>>> = {},
  layout: LayoutId = 'A01',
  also: { faultId: string; severity: number }[] = [],
): VehicleRecord {
  return {
    id: `demo-vehicle-${unit}`,
    unit,
    name,
    layout,
    kind: 'simulated',
    year,
    kilometres,
    notes,
    edits: [],
    ways: TRUCK_BEDS.includes(unit) ? ['bedTilt', 'bedOff', 'tankDown'] : usualWays(layout),
    limits: [],
    specification: specificationOf(known, LAYOUTS[layout]),
    truth: { seed, hidden: [{ faultId, severity }, ...also] },
  }
}

/** Vehicles whose tank top lies under a load bed. */
const TRUCK_BEDS = ['11', '12']

export const DEMO_VEHICLES: VehicleRecord[] = [
  vehicle(
    '07',
    'Larch 12 shuttle minibus',
    4107,
    'F79',
    0.86,
    2009,
    214000,
    'Runs the lower valley, parked outdoors.',
    { regulatorSetPa: maker(300e3), tankCapacityM3: maker(0.07) },
  ),
  vehicle('04', 'Larch 9 shuttle minibus', 5204, 'F41', 0.93, 2012, 168000, 'Filter last changed in 2019.', {
    regulatorSetPa: maker(300e3),
  }),
  vehicle('15', 'Cairn parcel van', 6115, 'F78', 0.84, 2007, 242000, 'Floor repaired last spring.', {
    pumpFlowM3PerS: maker(110 * LH),
  }),
  vehicle('11', 'Scarp 4 pick-up', 7311, 'F28', 0.55, 2010, 131000, 'Load bed carries salt.', {
    feedLengthM: maker(4.2),
  }),
  vehicle('02', 'Larch 22 school bus', 8802, 'F37@rearPlace', 0.55, 2014, 98000, 'School run at 7:00.', {
    peakDemandM3PerS: maker(110 * LH),
    pumpFlowM3PerS: maker(150 * LH),
  }),
  vehicle(
    '21',
    'Corrie 3 fire tender',
    2612,
    'F38',
    0.72,
    1978,
    31000,
    'Kept in the lower hall, driven on Saturdays.',
    {},
    'A06',
  ),
  vehicle(
    '31',
    'Arete 5 piste groomer',
    3108,
    'F41@firstFilter',
    0.8,
    2004,
    9000,
    'Runs at night above 2000 m.',
    {},
    'A08',
  ),
  vehicle('12', 'Scarp 3 pick-up', 1207, 'F79g', 0.7, 1994, 187000, 'Load bed off last autumn.', {}, 'A07', [
    { faultId: 'F87', severity: 0.5 },
  ]),
  vehicle(
    '25',
    'Firn 1 snow scooter',
    6603,
    'F57',
    0.7,
    1998,
    12000,
    'Stood over the summer with fuel in it.',
    {},
    'A05',
    [{ faultId: 'F35', severity: 0.5 }],
  ),
  vehicle(
    '29',
    'Moraine 6 camper bus',
    2904,
    'F09',
    0.6,
    1996,
    154000,
    'In the upper shed since 2015.',
    {},
    'A01',
    [{ faultId: 'F67', severity: 0.9 }],
  ),
  vehicle('18', 'Tarn stand-by generator set', 9918, 'F23', 0.6, 2006, 4000, 'Test run each Monday.', {
    feedLengthM: maker(2),
  }),
]

export const DEMO_AUTHOR = { device: 'demo-tablet', by: 'Ida, day shift' }

/** A demo vehicle and the log of its job. */
export interface DemoJob {
  vehicle: VehicleRecord
  events: JobEvent[]
}

const minute = 60_000

class JobScript {
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
    this.at += minutes * minute
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
  add<K extends JobEvent['kind']>(kind: K, body: BodyOf<K>): this {
    this.log.add(this.at, kind, body)
    return this
  }
  done(): DemoJob {
    return { vehicle: this.record, events: this.log.events }
  }
}

const byUnit = (unit: string) => DEMO_VEHICLES.find((vehicle) => vehicle.unit === unit)!

/** Jobs as they stand at `now`: fresh, half traced, in work with a timer, waiting, recorded, and one that smells. */
export function demoJobs(now: number): DemoJob[] {
  const traced: VehicleState = { ...DRIVEN_IN, gauge: 'fitted' }
  return [
    new JobScript(byUnit('07'), now - 12 * minute, 'demo-job-07')
      .open('Turns over, will not start. Worse after rain.', '13:30')
      .done(),
    new JobScript(byUnit('15'), now - 55 * minute, 'demo-job-15')
      .open('Turns over, will not start at the depot', '16:00')
      .note({
        symptoms: ['cranksNoStart'],
        raisers: ['damp', 'recentWork'],
        words: 'Turns over, will not start at the depot',
        lastFill: 'Monday, at the yard',
        history: 'Floor welded last spring',
      })
      .state({ battery: 'on', ignition: 'off' }, 31)
      .read('T01-rest', 'T03', 'T04')
      .done(),
    new JobScript(byUnit('04'), now - 75 * minute, 'demo-job-04')
      .open('No power on the pass road', '15:30')
      .note({
        symptoms: ['starvesUnderLoad'],
        raisers: ['mileage', 'dirtyFuel'],
        words: 'No power on the pass road',
        failingNow: 'yes',
      })
      .state({ battery: 'on' }, 38)
      .read('T24', 'T36')
      .wait(36)
      .work(
        ['filter'],
        { ...traced, ignition: 'off', area: 'safe', height: 'raised', exhaust: 'cool', line: 'pressurised' },
        3,
      )
      .wait(12)
      .add('wait-started', { waitId: 'soak', label: 'Oil soaking the rear union', minutes: 45 })
      .done(),
    new JobScript(byUnit('11'), now - 200 * minute, 'demo-job-11')
      .open('Long on the starter every morning', null)
      .note({
        symptoms: ['longCrank'],
        raisers: ['mileage'],
        words: 'Long on the starter every morning',
        failingNow: 'yes',
      })
      .state({ battery: 'on' }, 44)
      .read('T24', 'T32')
      .add('wait-started', {
        waitId: orderWaitId('parts:Pump module'),
        label: 'Pump module on order, comes with the noon bus',
        minutes: 380,
      })
      .done(),
    new JobScript(byUnit('02'), now - 8 * minute, 'demo-job-02')
      .open('Smell of fuel at the rear step', '15:45')
      .note({
        symptoms: ['smell'],
        raisers: ['damp'],
        words: 'Smell of fuel at the rear step',
        failingNow: 'yes',
      })
      .done(),
    new JobScript(byUnit('21'), now - 40 * minute, 'demo-job-21')
      .open('Starts and dies again, worse on the hill', null)
      .note({
        symptoms: ['starvesUnderLoad'],
        raisers: ['stood', 'age'],
        words: 'Starts and dies again, worse on the hill',
        failingNow: 'yes',
      })
      .state({ battery: 'on' }, 26)
      .read('T52', 'T24-needle')
      .done(),
    new JobScript(byUnit('31'), now - 30 * minute, 'demo-job-31')
      .open('No power on the upper run', '18:30')
      .note({
        symptoms: ['starvesUnderLoad'],
        raisers: ['dirtyFuel'],
        words: 'No power on the upper run',
        failingNow: 'yes',
      })
      .state({ battery: 'on' }, 120)
      .read('T54')
      .state({ leakCheck: 'passed' })
      .read('T39-load')
      .done(),
    new JobScript(byUnit('12'), now - 25 * minute, 'demo-job-12')
      .open('Fuel gauge dead since the load bed was off', null)
      .note({
        symptoms: ['gaugeDead'],
        raisers: ['recentWork', 'damp'],
        words: 'Fuel gauge dead since the load bed was off',
        failingNow: 'yes',
      })
      .state({ battery: 'on', ignition: 'off' })
      .read('T82', 'T87')
      .done(),
    new JobScript(byUnit('25'), now - 18 * minute, 'demo-job-25')
      .open('Black smoke, and dies on the slope', null)
      .note({
        symptoms: ['floods', 'starvesUnderLoad'],
        raisers: ['stood'],
        words: 'Black smoke, and dies on the slope',
        failingNow: 'yes',
      })
      .state({ battery: 'on' }, 11)
      .done(),
    stoodJob(now),
    recordedJob(now),
  ]
}

function stoodJob(now: number): DemoJob {
  return new JobScript(byUnit('29'), now - 90 * minute, 'demo-job-29')
    .open('Stood in the shed for eleven years', null)
    .note({ raisers: ['stood'], words: 'Stood in the shed for eleven years', failingNow: 'unknown' })
    .add('way-taken', { way: 'stoodYears', outcome: 'survey' })
    .survey(
      ['outside', 'good'],
      ['filter', 'doubtful'],
      ['hoses', 'good'],
      ['sample', 'bad'],
      ['battery', 'bad'],
    )
    .done()
}

function recordedJob(now: number): DemoJob {
  const script = new JobScript(byUnit('18'), now - 26 * 60 * minute, 'demo-job-18')
    .open('Hunts and drops out at full load', null)
    .note({
      symptoms: ['starvesUnderLoad'],
      raisers: ['age'],
      words: 'Hunts and drops out at full load',
      failingNow: 'yes',
    })
    .state({ battery: 'on' }, 52)
    .read('T24', 'T13', 'T31')
    .work(['module'], { ...DRIVEN_IN, gauge: 'fitted' }, 99)
    .prove(['module'], 'T24', 'T32', 'T31')
    .add('part-judged', { repairId: 'module', partWasBad: 'yes' })
  for (const cause of upstreamOf(['module']))
    script.add('proof-noted', { item: causeItem(cause.id), outcome: 'no' })
  for (const item of ['back', 'primes', 'dry', 'dryWarm', 'starts', 'gaugeAgrees', 'complaintGone'])
    script.add('proof-noted', { item, outcome: 'yes' })
  return script
    .add('job-signed', { unproven: ['Pump current: not read again'], note: 'Old pump kept on shelf 3.' })
    .done()
}
