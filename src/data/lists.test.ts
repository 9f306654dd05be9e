/** The lists beside the logs: as the logs have them, after any order of entries, after a page that was cut off, and of any age. */
import 'fake-indexeddb/auto'
import localforage from 'localforage'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { specificationOf } from '@/core/vehicle'
import type { VehicleRecord } from '@/core/job'
import type { BodyOf, EventKind } from '@/core/records'
import { forgetIndex } from './jobIndex'
import { forgetRead } from './jobStore'
import {
  append,
  changeVehicle,
  exportJob,
  importJob,
  jobsOf,
  loadJob,
  loadVehicle,
  openJobs,
  openWaits,
  provenReadings,
  recordedJobs,
} from './store'

const store = (storeName: string) => localforage.createInstance({ name: 'stop-start', storeName })
const [jobs, index, pending, captures, vehicles, logs] = [
  'jobs',
  'index',
  'pending',
  'captures',
  'vehicles',
  'vehicle-logs',
].map(store) as [LocalForage, LocalForage, LocalForage, LocalForage, LocalForage, LocalForage]

const LARCH: VehicleRecord = { ...DEMO_VEHICLES[0]!, id: 'larch', name: 'Larch', kind: 'real', layout: 'A01' }
const add = <K extends EventKind>(jobId: string, kind: K, body: BodyOf<K>) =>
  append(jobId, [{ kind, body }], 'Ida')
const open = (jobId: string, vehicleId = LARCH.id) =>
  add(jobId, 'job-opened', { vehicleId, unit: '07', vehicleName: 'Larch', words: jobId, neededBy: null })
const sign = (jobId: string) => add(jobId, 'job-signed', { unproven: [], note: '' })
async function prove(jobId: string, kPa: number) {
  await add(jobId, 'reading-taken', {
    readingId: `r-${jobId}`,
    testId: 'T24',
    value: { kind: 'number', entered: { value: kPa, unit: 'kPa' } },
    scene: 'keyOn',
    instrument: 'gauge',
    faultPresent: 'no',
    source: 'vehicle',
    phase: 'proof',
    sure: 'yes',
  })
  await add(jobId, 'proof-noted', { item: 'complaintGone', outcome: 'yes' })
  await sign(jobId)
}
/** As another page sees it. */
function otherPage() {
  forgetIndex()
  for (const id of ['a', 'b', 'c', 'd']) forgetRead(id)
}
async function lists() {
  return {
    open: (await openJobs()).map(({ job }) => job.id).sort(),
    recorded: (await recordedJobs()).map(({ id }) => id),
    waits: (await openWaits()).map(({ jobId, wait }) => `${jobId} ${wait.waitId}`).sort(),
    ofLarch: (await jobsOf(LARCH.id)).map(({ id }) => id),
    proven: (await provenReadings(LARCH, '')).map(({ readings }) => readings[0]!.entered.value).sort(),
  }
}

beforeEach(async () => {
  for (const one of [jobs, index, pending, captures, vehicles, logs]) await one.clear()
  otherPage()
  await changeVehicle(null, LARCH, 'Ida')
})

async function someJobs() {
  await open('a')
  await add('a', 'wait-started', { waitId: 'soak', label: 'Oil soaks', minutes: 30 })
  await open('b')
  await prove('b', 301)
  await open('c')
  await sign('c')
  await open('d', 'another')
}
const EXPECTED = {
  open: ['a', 'd'],
  recorded: expect.arrayContaining(['b', 'c']),
  waits: ['a soak'],
  ofLarch: expect.arrayContaining(['a', 'b', 'c']),
  proven: [301],
}

describe('the lists', () => {
  it('follow the logs entry by entry', async () => {
    await someJobs()
    expect(await lists()).toEqual(EXPECTED)
  })
  it('are made anew from logs that were kept before there were lists, and come to the same', async () => {
    await someJobs()
    await index.clear()
    otherPage()
    expect(await lists()).toEqual(EXPECTED)
  })
  it('a job that a page was cut off with is put right by the next', async () => {
    await someJobs()
    // The log was written, the lists were not.
    const record = (await jobs.getItem<{ events: { body: { words?: string } }[] }>('d'))!
    const later = structuredClone(record)
    later.events[0]!.body.words = 'later'
    await jobs.setItem('d', later)
    await pending.setItem('job d', true)
    otherPage()
    expect((await openJobs()).map(({ job }) => job.words)).toContain('later')
    expect(await pending.keys()).toEqual([])
  })
  it('an undone signature opens the job again, and a vehicle renamed takes what it has proven along', async () => {
    await someJobs()
    const renamed = await changeVehicle(LARCH, { ...LARCH, name: 'Larch long' }, 'Ida')
    expect(renamed.ok).toBe(true)
    expect(await provenReadings(LARCH, '')).toEqual([])
    expect(await provenReadings({ ...LARCH, name: 'Larch long' }, '')).toHaveLength(1)
    const sister = { ...LARCH, id: 'sister', name: 'Larch long' }
    expect((await provenReadings(sister, ''))[0]!.vehicleId).toBe(LARCH.id)
    expect(await provenReadings({ ...sister, layout: 'A02', specification: specificationOf() }, '')).toEqual(
      [],
    )
  })
})

describe('captures', () => {
  const capture: BodyOf<'capture-kept'> = {
    captureId: 'cap',
    capture: 'leakDown',
    testId: 'T32',
    clamped: 'none',
    instrument: { instrumentId: null, name: 'Gauge', standing: 'file', offset: null },
    channels: [{ id: 'rail', quantity: 'pressure', unit: 'kPa', seconds: [0, 60], values: [300, 290] }],
    table: [],
    value: { value: 97, unit: '%', sd: 1 },
    band: null,
    verdict: 'good',
    says: 'Holds',
    source: 'file',
  }
  it('lie beside the log, come back whole, and go with the file', async () => {
    await open('a')
    await add('a', 'capture-kept', capture)
    expect(JSON.stringify(await jobs.getItem('a'))).not.toContain('290')
    otherPage()
    const loaded = await loadJob('a')
    expect(loaded.ok && loaded.value.events[1]!.body).toEqual(capture)
    const file = await exportJob('a')
    expect(file.ok && file.value).toContain('290')
    await jobs.clear()
    await captures.clear()
    otherPage()
    expect(await importJob(file.ok ? file.value : '')).toMatchObject({ ok: true, added: 2 })
    const back = await loadJob('a')
    expect(back.ok && back.value.events[1]!.body).toEqual(capture)
  })
  it('one whose channels are lost keeps its figure', async () => {
    await open('a')
    await add('a', 'capture-kept', { ...capture, captureId: 'lost' })
    const [key] = await captures.keys()
    await captures.removeItem(key!)
    vi.resetModules()
    const fresh = await import('./store')
    const loaded = await fresh.loadJob('a')
    expect(loaded.ok && loaded.value.events[1]!.body).toMatchObject({ value: capture.value, channels: [] })
  })
})

describe('what this version cannot read', () => {
  const future = {
    kind: 'telepathy-noted',
    v: 1,
    id: 'f-1',
    jobId: 'a',
    device: 'x',
    seq: 0,
    clock: 5,
    at: 5,
    by: 'Ove',
    body: { far: true },
  }
  it('an entry of a newer version stays, is named, leaves with the file and comes back untouched', async () => {
    await open('a')
    const stored = (await jobs.getItem<{ vehicleId: string; events: unknown[] }>('a'))!
    await jobs.setItem('a', { ...stored, events: [...stored.events, future] })
    otherPage()
    const loaded = await loadJob('a')
    expect(loaded.ok && loaded.value.aside.map(({ problem }) => problem)[0]).toContain('telepathy-noted')
    expect((await add('a', 'meter-read', { lelPercent: 0, where: 'tank' })).ok).toBe(true)
    const file = await exportJob('a')
    expect(JSON.parse(file.ok ? file.value : '').odd).toEqual([future])
    await jobs.clear()
    otherPage()
    expect(await importJob(file.ok ? file.value : '')).toMatchObject({ ok: true, odd: 1, added: 2 })
    expect((await jobs.getItem<{ events: unknown[] }>('a'))!.events).toContainEqual(future)
    expect(await importJob(file.ok ? file.value : '')).toMatchObject({ ok: true, odd: 0, added: 0 })
  })
})

describe('a vehicle', () => {
  const limit = (k: number) => ({
    testId: `T${k}`,
    low: { value: k, unit: 'kPa' as const },
    high: { value: k + 1, unit: 'kPa' as const },
  })
  it('a hundred changes side by side, each from what its page showed: none lost, none doubled', async () => {
    await Promise.all(
      Array.from({ length: 100 }, (_, k) =>
        changeVehicle(LARCH, { ...LARCH, limits: [limit(k)] }, `page ${k % 2}`),
      ),
    )
    const kept = await loadVehicle(LARCH.id)
    expect(kept.ok && new Set(kept.value.limits.map(({ testId }) => testId)).size).toBe(100)
    expect(kept.ok && kept.value.limits).toHaveLength(100)
  })
  it('kept as a record of before begins its log with that, and the record stays', async () => {
    await logs.clear()
    await changeVehicle(LARCH, { ...LARCH, year: 2001 }, 'Ida')
    const log = (await logs.getItem<{ facts: { word: { says: string } }[] }>(LARCH.id))!
    expect(log.facts.map(({ word }) => word.says)).toEqual(['taken in', 'field'])
    expect(await vehicles.getItem(LARCH.id)).toMatchObject({ year: 2001 })
  })
  it('damaged, is made anew from its log; without one its jobs are listed and a good file puts it right', async () => {
    await open('a')
    const file = await exportJob('a')
    await vehicles.setItem(LARCH.id, { unit: 7 })
    expect(await loadVehicle(LARCH.id)).toMatchObject({ ok: true, value: { name: 'Larch' } })
    await vehicles.setItem(LARCH.id, { unit: 7 })
    await logs.clear()
    expect(await loadVehicle(LARCH.id)).toMatchObject({ ok: false })
    expect((await openJobs()).map(({ job, vehicle }) => [job.id, vehicle])).toEqual([['a', null]])
    expect(await importJob(file.ok ? file.value : '')).toMatchObject({ ok: true })
    expect(await loadVehicle(LARCH.id)).toMatchObject({ ok: true, value: { name: 'Larch' } })
  })
  it('what a file of another tablet says of it is merged; what a file of before logs says otherwise is named', async () => {
    await open('a')
    const file = JSON.parse(((await exportJob('a')) as { value: string }).value)
    await changeVehicle(LARCH, { ...LARCH, year: 1999 }, 'Ida')
    expect(await importJob(JSON.stringify(file))).toMatchObject({ ok: true, vehicleUnlike: [] })
    expect(await loadVehicle(LARCH.id)).toMatchObject({ value: { year: 1999 } })
    delete file.vehicleFacts
    expect(await importJob(JSON.stringify(file))).toMatchObject({ ok: true, vehicleUnlike: ['year'] })
  })
})
