import 'fake-indexeddb/auto'
import localforage from 'localforage'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import {
  addDemoData,
  append,
  exportJob,
  importJob,
  listJobs,
  listVehicles,
  loadLog,
  openWaits,
  removeDemoData,
  saveVehicle,
  unwrittenEvents,
} from './store'
import { loadPhoto } from './photos'
import { DEMO_VEHICLES, demoJobs } from '@/core/practice'
import { foldJob, stageOf, unproven } from '@/core/job'

const jobs = localforage.createInstance({ name: 'stop-start', storeName: 'jobs' })

beforeEach(async () => {
  await removeDemoData()
  await jobs.clear()
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

const open = (jobId: string) =>
  append(
    jobId,
    [
      {
        kind: 'job-opened',
        body: {
          vehicleId: DEMO_VEHICLES[0]!.id,
          unit: '07',
          vehicleName: 'Larch',
          words: '',
          neededBy: null,
        },
      },
    ],
    'Ida',
  )

describe('the store', () => {
  it('appends side by side without losing one', async () => {
    await open('job-1')
    await Promise.all(
      Array.from({ length: 12 }, (_, n) =>
        append('job-1', [{ kind: 'complaint-remains', body: { words: String(n), run: 'same' } }], 'Ida'),
      ),
    )
    const log = await loadLog('job-1')
    expect(log.ok && log.value.map((event) => event.seq)).toEqual([...Array(13).keys()])
  })
  it('a failed write keeps the events, says so, and the file holds them', async () => {
    await open('job-1')
    const instance = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new Error('no room left')
    })
    const failed = await append(
      'job-1',
      [{ kind: 'complaint-remains', body: { words: 'kept', run: 'same' } }],
      'Ida',
    )
    expect(failed).toMatchObject({ ok: false, error: { kind: 'not-written' } })
    expect(unwrittenEvents('job-1')).toHaveLength(1)
    const file = await exportJob('job-1')
    expect(file.ok && file.value).toContain('kept')
    instance.mockRestore()
    vi.restoreAllMocks()
    expect(
      (await append('job-1', [{ kind: 'complaint-remains', body: { words: 'next', run: 'same' } }], 'Ida'))
        .ok,
    ).toBe(true)
    expect(unwrittenEvents('job-1')).toHaveLength(0)
    const log = await loadLog('job-1')
    expect(log.ok && log.value).toHaveLength(3)
  })
  it('waits that run are known of all jobs that are not signed, each until it is ended or taken back', async () => {
    const wait = (waitId: string) => ({
      kind: 'wait-started' as const,
      body: { waitId, label: `${waitId} soaks`, minutes: 30 },
    })
    for (const jobId of ['job-1', 'job-2', 'job-3']) await open(jobId)
    await append('job-1', [wait('union'), wait('tank')], 'Ida')
    await append('job-1', [{ kind: 'wait-ended', body: { waitId: 'tank' } }], 'Ida')
    const kept = await append('job-2', [wait('seal')], 'Ida')
    await append('job-3', [wait('liner')], 'Ida')
    await append('job-3', [{ kind: 'job-signed', body: { unproven: [], note: '' } }], 'Ida')
    const labels = async () =>
      (await openWaits()).map(({ jobId, unit, wait: one }) => `${jobId} ${unit} ${one.label}`).sort()
    expect(await labels()).toEqual(['job-1 07 union soaks', 'job-2 07 seal soaks'])
    const started = kept.ok ? kept.value.at(-1)!.id : ''
    await append('job-2', [{ kind: 'event-undone', body: { eventId: started, reason: 'wrong unit' } }], 'Ida')
    expect(await labels()).toEqual(['job-1 07 union soaks'])
  })
  it('a damaged event is refused by its place', async () => {
    await jobs.setItem('job-9', { vehicleId: 'v', events: [{ kind: 'nonsense' }] })
    expect(await loadLog('job-9')).toMatchObject({ ok: false, error: { kind: 'damaged' } })
  })
  it('own photos go with the job and come back on another tablet, byte for byte; what is here already is left alone', async () => {
    // The database looks at the browser's name before it takes a blob.
    vi.stubGlobal('navigator', { userAgent: '' })
    const photos = localforage.createInstance({ name: 'stop-start', storeName: 'photos' })
    const bytes = Uint8Array.from({ length: 100_000 }, (_, at) => (at * 7) % 256)
    await photos.setItem('p-1', new Blob([bytes], { type: 'image/jpeg' }))
    await saveVehicle(DEMO_VEHICLES[0]!)
    await open('job-1')
    for (const photoId of ['p-1', 'p-elsewhere'])
      await append(
        'job-1',
        [{ kind: 'photo-kept', body: { photoId, operationId: null, note: '', arrows: [] } }],
        'Ida',
      )
    const file = await exportJob('job-1')
    if (!file.ok) throw new Error('no file')
    await jobs.clear()
    await photos.clear()
    expect(await importJob(file.value)).toMatchObject({ ok: true, added: 3, photosLost: 0 })
    const back = await loadPhoto('p-1')
    expect(back!.type).toBe('image/jpeg')
    expect(new Uint8Array(await back!.arrayBuffer())).toEqual(bytes)
    expect(await loadPhoto('p-elsewhere')).toBeNull()
    await photos.setItem('p-1', new Blob(['mine'], { type: 'image/jpeg' }))
    await importJob(file.value)
    expect(await (await loadPhoto('p-1'))!.text()).toBe('mine')
  })
  it('demo data come and go; a job leaves as a file and comes back; a foreign file changes nothing', async () => {
    await addDemoData(demoJobs(1_790_000_000_000))
    expect((await listVehicles()).length).toBeGreaterThanOrEqual(4)
    const listed = await listJobs()
    expect(listed.length).toBeGreaterThanOrEqual(5)
    expect(new Set(listed.map((entry) => stageOf(entry.job))).size).toBeGreaterThanOrEqual(4)
    const file = await exportJob('demo-job-18')
    if (!file.ok) throw new Error('no file')
    await removeDemoData()
    expect(await listJobs()).toEqual([])
    expect(await importJob(file.value)).toMatchObject({ ok: true, jobId: 'demo-job-18' })
    const before = await loadLog('demo-job-18')
    expect(await importJob('{"format":"recipe"}')).toMatchObject({ ok: false })
    expect(await importJob(file.value)).toMatchObject({ ok: true, added: 0 })
    expect(await loadLog('demo-job-18')).toEqual(before)
  })
})

describe('demo jobs', () => {
  it('are at different stages: fresh, half traced, in work with a timer, waiting, recorded', () => {
    const now = 1_790_000_000_000
    const folded = demoJobs(now).map(({ events }) => foldJob(events[0]!.jobId, events))
    const stages = folded.map(stageOf)
    expect(stages).toEqual(expect.arrayContaining(['complaint', 'trace', 'work', 'record']))
    expect(
      folded.find((job) => stageOf(job) === 'work')!.waits.some((wait) => !wait.ended && wait.endsAt > now),
    ).toBe(true)
    expect(folded.every((job) => job.readings.every((reading) => reading.source === 'stand-in'))).toBe(true)
  })
})

describe('the recorded demo job', () => {
  it('lists above its signature what was not proven, and nothing else', () => {
    const { events } = demoJobs(1_790_000_000_000).find((demo) => demo.events[0]!.jobId === 'demo-job-18')!
    const job = foldJob('demo-job-18', events, { kind: 'simulated', layout: 'A01', edits: [] })
    expect(unproven(job)).toEqual(job.signed!.unproven)
  })
})
