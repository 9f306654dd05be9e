/**
 * The demo data: a mountain village's municipal garage and its jobs at different stages. Every reading
 * in it is what the stand-in instrument of that vehicle shows; nothing is typed in by hand.
 */
import { upstreamOf } from '../library'
import { causeItem, orderWaitId } from '../job'
import { DRIVEN_IN, type VehicleState } from '../vehicle'
import { DEMO_VEHICLES } from './demoVehicles'
import { JobScript, type DemoJob } from './jobScript'

const byUnit = (unit: string) => DEMO_VEHICLES.find((vehicle) => vehicle.unit === unit)!
const before = (now: number, minutes: number) => now - minutes * 60_000
const GAUGE_ON: VehicleState = { ...DRIVEN_IN, gauge: 'fitted' }

/** Jobs as they stand at `now`, ms: fresh, half traced, in work with a timer, waiting, recorded, and one that smells. */
export const demoJobs = (now: number): DemoJob[] => [
  ...wheeledJobs(now),
  ...yardJobs(now),
  ...buildJobs(now),
  stoodJob(now),
  recordedJob(now),
]

/** The vehicles of the road, under way in the shop. */
const wheeledJobs = (now: number): DemoJob[] => [
  new JobScript(byUnit('07'), before(now, 12), 'demo-job-07')
    .open('Turns over, will not start. Worse after rain.', '13:30')
    .done(),
  new JobScript(byUnit('15'), before(now, 55), 'demo-job-15')
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
  new JobScript(byUnit('04'), before(now, 75), 'demo-job-04')
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
      { ...GAUGE_ON, ignition: 'off', area: 'safe', height: 'raised', exhaust: 'cool', line: 'pressurised' },
      3,
    )
    .wait(12)
    .add('wait-started', { waitId: 'soak', label: 'Oil soaking the rear union', minutes: 45 })
    .done(),
  new JobScript(byUnit('11'), before(now, 200), 'demo-job-11')
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
]

/** The yard machines and whoever came in last. */
const yardJobs = (now: number): DemoJob[] => [
  new JobScript(byUnit('02'), before(now, 8), 'demo-job-02')
    .open('Smell of fuel at the rear step', '15:45')
    .note({
      symptoms: ['smell'],
      raisers: ['damp'],
      words: 'Smell of fuel at the rear step',
      failingNow: 'yes',
    })
    .done(),
  new JobScript(byUnit('21'), before(now, 40), 'demo-job-21')
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
  new JobScript(byUnit('31'), before(now, 30), 'demo-job-31')
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
  new JobScript(byUnit('12'), before(now, 25), 'demo-job-12')
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
  new JobScript(byUnit('25'), before(now, 18), 'demo-job-25')
    .open('Black smoke, and dies on the slope', null)
    .note({
      symptoms: ['floods', 'starvesUnderLoad'],
      raisers: ['stood'],
      words: 'Black smoke, and dies on the slope',
      failingNow: 'yes',
    })
    .state({ battery: 'on' }, 11)
    .done(),
]

/** Two that are changed rather than restored: one ready to be planned, one held until its approved data are named. */
const buildJobs = (now: number): DemoJob[] => [
  new JobScript(byUnit('09'), before(now, 300), 'demo-job-09')
    .open('A return line, for the trailer', null)
    .wish('returnLine')
    .done(),
  new JobScript(byUnit('33'), before(now, 2 * 24 * 60), 'demo-job-33')
    .open('Float senders in place of the probe', null)
    .wish('floatSender')
    .done(),
]

function stoodJob(now: number): DemoJob {
  return new JobScript(byUnit('29'), before(now, 90), 'demo-job-29')
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
  const script = new JobScript(byUnit('18'), before(now, 26 * 60), 'demo-job-18')
    .open('Hunts and drops out at full load', null)
    .note({
      symptoms: ['starvesUnderLoad'],
      raisers: ['age'],
      words: 'Hunts and drops out at full load',
      failingNow: 'yes',
    })
    .state({ battery: 'on' }, 52)
    .read('T24', 'T13', 'T31')
    .work(['module'], GAUGE_ON, 99)
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
