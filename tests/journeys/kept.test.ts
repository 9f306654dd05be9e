/** What the browser does not take stands on the screen and stays in hand; one record that cannot be read stops no other job. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Hands } from '../support/bench'
import { readJobFile } from '@/core/records'
import { DEMO_VEHICLES } from '@/core/practice'

let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(DEMO_VEHICLES.find((candidate) => candidate.unit === '15')!)
  await hands.session.go('/')
  await hands.sees('Cairn parcel van')
})
afterAll(() => hands?.session.close())

/** The browser takes nothing more of this page, as a full one does; or takes it again. */
const full = (yes: boolean) =>
  hands.driver.executeScript(
    yes
      ? `globalThis.realPut = IDBObjectStore.prototype.put
         IDBObjectStore.prototype.put = () => { throw new DOMException('no room', 'QuotaExceededError') }`
      : 'IDBObjectStore.prototype.put = globalThis.realPut',
  )

/** Puts something else in the place of a job's record, past the application. */
const overwrite = (jobId: string, change: string) =>
  hands.driver.executeAsyncScript<string>(`
    const done = arguments[arguments.length - 1]
    const opening = indexedDB.open('stop-start')
    opening.onerror = () => done('cannot be opened')
    opening.onsuccess = () => {
      const transaction = opening.result.transaction('jobs', 'readwrite')
      const store = transaction.objectStore('jobs')
      const reading = store.get(${JSON.stringify(jobId)})
      reading.onsuccess = () => {
        const record = reading.result
        const writing = store.put((${change})(record), ${JSON.stringify(jobId)})
        writing.onerror = () => done('not written')
        transaction.oncomplete = () => { opening.result.close(); done('written') }
      }
    }`)

it('a full browser loses nothing that the page shows, and writes it once there is room', async () => {
  await hands.session.go('/job/trace?id=demo-job-15')
  await hands.entries(3)
  await full(true)
  await hands.takeNextReading()
  await hands.entries(4)
  await hands.shown('[data-unkept="unwritten"]')
  await hands.sees('this browser gives no more room')
  await hands.act('save-file')
  expect(readJobFile(await hands.saved('.json')).ok).toBe(true)
  await full(false)
  await hands.takeNextReading()
  await hands.entries(5)
  await hands.goneOf('[data-unkept]')
  await hands.session.reload()
  await hands.entries(5)
})

it('an entry that cannot be read stands aside, and the job goes on without it', async () => {
  await hands.session.go('/')
  expect(
    await overwrite(
      'demo-job-21',
      `(record) => ({ ...record, events: record.events.map((event) => event.kind === 'reading-taken' && event.body.testId === 'T52' ? { ...event, body: { ...event.body, value: { kind: 'number' } } } : event) })`,
    ),
  ).toBe('written')
  await hands.session.go('/job/trace?id=demo-job-21')
  await hands.entries(1)
  await hands.sees('1 entry of this job cannot be read and stands aside')
})

it('a job that is no job at all is named on Today; the others stay, and it can be set aside', async () => {
  await hands.session.go('/')
  expect(await overwrite('demo-job-12', `() => 'not a job'`)).toBe('written')
  await hands.session.reload()
  await hands.shown('[data-act="set-aside"]')
  await hands.sees('Cairn parcel van')
  await hands.act('set-aside')
  await hands.goneOf('[data-act="set-aside"]')
  await hands.session.go('/job/trace?id=demo-job-15')
  await hands.entries(5)
})
