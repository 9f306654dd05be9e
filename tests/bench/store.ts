/**
 * npm run bench:store: how the store fares beside many jobs, in a real browser on a real build. Jobs are put in
 * as they were kept before there were lists, so the first page makes the lists anew. Then: Today, until its
 * headline stands, and a reading, from the touch of its button until it is on disk and in the lists.
 *   --jobs 1,500,20000  --readings 9
 */
import { notedComplaint } from '@/core/records/noted.fixture'
import { parseArgs } from 'node:util'
import { DEMO_VEHICLES } from '@/core/practice'
import { LogBuilder } from '@/core/records'
import { specificationOf } from '@/core/vehicle'
import { Hands, jobFileOf } from '../support/bench'
import { ownVehicle } from '../support/vehicles'

const { values: flags } = parseArgs({
  options: { jobs: { type: 'string', default: '1,500,20000' }, readings: { type: 'string', default: '9' } },
})

/** Every so many jobs one is still open. */
const OPEN_ONE_IN = 400
const VEHICLES = 1000
const AT_ONCE = 1000

/** A signed job of ten entries, as the page copies it under other ids. */
function template() {
  const log = new LogBuilder('JOB', { device: 'tablet-1', by: 'Ida' })
    .add(1, 'job-opened', {
      vehicleId: 'VEHICLE',
      unit: '31',
      vehicleName: 'Alder van',
      words: 'No power uphill',
      neededBy: null,
    })
    .add(2, 'complaint-noted', notedComplaint(['starvesUnderLoad'], 'No power uphill'))
  for (const [at, testId, kPa] of [
    [3, 'T24', 290],
    [4, 'T25', 250],
    [5, 'T27', 210],
    [6, 'T36', 80],
  ] as const)
    log.add(at, 'reading-taken', {
      readingId: `r${at}`,
      testId,
      value: { kind: 'number', entered: { value: kPa, unit: 'kPa' } },
      scene: 'keyOn',
      instrument: 'gauge',
      faultPresent: 'yes',
      source: 'vehicle',
      phase: at === 6 ? 'proof' : 'trace',
      sure: 'yes',
    })
  return log
    .add(7, 'part-judged', { repairId: 'filter', partWasBad: 'yes' })
    .add(8, 'proof-noted', { item: 'complaintGone', outcome: 'yes' })
    .add(9, 'cost-noted', { estimateLow: 80, estimateHigh: 120, money: 100, minutes: 60 })
    .add(10, 'job-signed', { unproven: [], note: '' }).events
}

/** Puts jobs and vehicles into the page's database, as they were kept before there were lists. */
const fill = (hands: Hands, from: number, count: number) =>
  hands.driver.executeAsyncScript<number>(
    `const [events, vehicle, from, count, vehicles, openOneIn, done] = arguments
     const opening = indexedDB.open('stop-start')
     opening.onsuccess = () => {
       const base = opening.result
       const write = base.transaction(['jobs', 'vehicles', 'index'], 'readwrite')
       const [jobs, kept] = [write.objectStore('jobs'), write.objectStore('vehicles')]
       write.objectStore('index').clear()
       for (let k = from; k < from + count; k += 1) {
         const id = 'old-' + k, vehicleId = 'old-vehicle-' + (k % vehicles)
         const copy = JSON.parse(JSON.stringify(events).replaceAll('JOB', id).replaceAll('VEHICLE', vehicleId))
         for (const event of copy) { event.at += k * 1000; event.clock += k * 1000 }
         jobs.put({ vehicleId, events: k % openOneIn === 1 ? copy.slice(0, 5) : copy }, id)
         if (k < vehicles) kept.put({ ...vehicle, id: vehicleId, unit: String(k % 1000) }, vehicleId)
       }
       write.oncomplete = () => { base.close(); done(count) }
     }`,
    template(),
    {
      ...DEMO_VEHICLES[0]!,
      kind: 'real',
      truth: undefined,
      specification: specificationOf(),
      name: 'Alder van',
    },
    from,
    count,
    VEHICLES,
    OPEN_ONE_IN,
  )

/** Milliseconds from the request of a page until its headline stands. */
async function today(hands: Hands): Promise<number> {
  await hands.session.go('/')
  const ms = await hands.driver.executeAsyncScript<number>(
    `const done = arguments[0]
     const look = () => {
       const said = document.querySelector('h1')?.textContent ?? ''
       if (said && !said.startsWith('Reading')) done(performance.now())
       else requestAnimationFrame(look)
     }
     look()`,
  )
  return ms
}

/** Readings of one job: from the touch of the button until the store tells that it is kept. */
async function readings(hands: Hands, count: number): Promise<number[]> {
  await hands.entries(0)
  await hands.tableWhole()
  await hands.driver.executeScript(
    `window.kept = []
     const channel = new BroadcastChannel('stop-start')
     let touched = null
     document.addEventListener('click', (event) => { if (event.target.closest('[data-act="pin"]')) touched = performance.now() }, true)
     channel.onmessage = ({ data }) => { if (touched !== null && data.of === 'job') { window.kept.push(performance.now() - touched); touched = null } }`,
  )
  for (let taken = 1; taken <= count && !(await hands.has('[data-act="plan"]')); taken += 1) {
    await hands.takeNextReading()
    await hands.entries(taken)
  }
  return hands.driver.executeScript<number[]>('return window.kept')
}

const median = (values: number[]) =>
  [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)] ?? NaN

console.log(
  '| other jobs | lists made anew, ms | Today, ms (three visits) | reading, touch to kept, ms: median (all) |\n|---|---|---|---|',
)
for (const jobs of flags.jobs.split(',').map(Number)) {
  const vehicle = ownVehicle('61', 'A01', 'F41')
  const hands = await Hands.at(vehicle)
  try {
    await hands.session.go('/')
    await hands.sees('Take in a vehicle')
    await hands.press('Take the demo data out')
    await hands.sees('Put the demo data in')
    for (let from = 0; from < jobs; from += AT_ONCE) await fill(hands, from, Math.min(AT_ONCE, jobs - from))
    const anew = await today(hands)
    const visits = [await today(hands), await today(hands), await today(hands)]
    const file = jobFileOf('own-job', vehicle, ['starvesUnderLoad'])
    await (await hands.shown('input[type="file"]')).sendKeys(file)
    await hands.shown('[data-job="own-job"]')
    await hands.session.go('/job/trace?id=own-job')
    const kept = await readings(hands, Number(flags.readings))
    console.log(
      `| ${jobs} | ${anew.toFixed(0)} | ${visits.map((ms) => ms.toFixed(0)).join(', ')} | ${median(kept).toFixed(0)} (${kept.map((ms) => ms.toFixed(0)).join(' ')}) |`,
    )
  } finally {
    await hands.session.close()
  }
}
