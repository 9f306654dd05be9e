import 'fake-indexeddb/auto'
import localforage from 'localforage'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import {
  addDemoData,
  append,
  exportJob,
  exportRaw,
  hasUnwritten,
  loadJob,
  setAside,
  undo,
  unwrittenCount,
  importJob,
  openJobs,
  recordedJobs,
  vehicleLines,
  loadLog,
  openWaits,
  removeDemoData,
  changeVehicle,
  unwrittenEvents,
} from './store'
import { forgetIndex } from './jobIndex'
import { forgetRead } from './jobStore'
import { loadPhoto } from './photos'
import { DEMO_VEHICLES, demoJobs } from '@/core/practice'
import { forbidden, plannerFor } from '@/core/procedure'
import { foldJob, stageOf, unproven, type VehicleRecord } from '@/core/job'

const jobs = localforage.createInstance({ name: 'stop-start', storeName: 'jobs' })

const index = localforage.createInstance({ name: 'stop-start', storeName: 'index' })
/** Everything open and signed, as the board lists it. */
const allJobs = async () => [
  ...(await openJobs()).map(({ job, problem }) => ({ id: job.id, problem, stage: stageOf(job) })),
  ...(await recordedJobs()).map(({ id, stage }) => ({ id, problem: null, stage })),
]
const saveVehicle = (vehicle: VehicleRecord) => changeVehicle(null, vehicle, 'Ida')

beforeEach(async () => {
  await removeDemoData()
  await jobs.clear()
  // The lists are made anew from what is stored, as on another page.
  await index.clear()
  forgetIndex()
  for (const id of ['job-1', 'job-2', 'job-3']) forgetRead(id)
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
    expect((await vehicleLines()).length).toBeGreaterThanOrEqual(4)
    const listed = await allJobs()
    expect(listed.length).toBeGreaterThanOrEqual(5)
    expect(new Set(listed.map((entry) => entry.stage)).size).toBeGreaterThanOrEqual(4)
    const file = await exportJob('demo-job-18')
    if (!file.ok) throw new Error('no file')
    await removeDemoData()
    expect(await allJobs()).toEqual([])
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

describe('how the demo jobs stand', () => {
  it.each(demoJobs(1_790_000_000_000).map((demo) => [demo.events[0]!.jobId, demo] as const))(
    '%s stands as a vehicle may stand',
    (jobId, { vehicle, events }) => {
      const job = foldJob(jobId, events)
      const planner = plannerFor({ layout: vehicle.layout, ways: job.work?.ways ?? vehicle.ways })
      expect(forbidden(planner, job.state)).toEqual([])
    },
  )
})

describe('the recorded demo job', () => {
  it('lists above its signature what was not proven, and nothing else', () => {
    const { events } = demoJobs(1_790_000_000_000).find((demo) => demo.events[0]!.jobId === 'demo-job-18')!
    const job = foldJob('demo-job-18', events, { kind: 'simulated', layout: 'A01', edits: [] })
    expect(unproven(job)).toEqual(job.signed!.unproven)
  })
})

const stored = (jobId: string) => jobs.getItem<{ vehicleId: string; events: unknown[] }>(jobId)
const meter = (lelPercent: number) => ({ kind: 'meter-read' as const, body: { lelPercent, where: 'tank' } })

/** The database itself refuses, as a browser's does. */
const refuse = (how: 'put' | 'get', problem: Error) =>
  vi.spyOn(IDBObjectStore.prototype, how).mockImplementation(() => {
    throw problem
  })

describe('a full disk', () => {
  it('is told as what it is though the browser says nothing, and what was entered is kept in the page', async () => {
    await open('job-1')
    const spy = refuse('put', new DOMException('', 'QuotaExceededError'))
    const outcome = await append('job-1', [meter(0)], 'Ida')
    expect(outcome).toMatchObject({ ok: false, error: { kind: 'not-written', cause: 'full' } })
    expect(unwrittenCount('job-1')).toEqual({ here: 1, elsewhere: 0 })
    expect(hasUnwritten()).toBe(true)
    expect(await undo('job-1', 'any', '', 'Ida')).toMatchObject({ ok: false, error: { kind: 'not-written' } })
    expect(unwrittenCount('job-1').here).toBe(2)
    const seen = await loadLog('job-1')
    expect(seen.ok && seen.value.map((event) => event.kind)).toContain('meter-read')
    spy.mockRestore()
    expect((await append('job-1', [meter(1)], 'Ida')).ok).toBe(true)
    expect(hasUnwritten()).toBe(false)
    expect((await stored('job-1'))!.events).toHaveLength(4)
  })
  it('a database that cannot even be read loses nothing and says so', async () => {
    await open('job-1')
    const spy = refuse('get', new Error('closed'))
    expect(await append('job-1', [meter(0)], 'Ida')).toMatchObject({
      ok: false,
      error: { kind: 'not-written', cause: 'other', reason: 'closed' },
    })
    expect(unwrittenCount('job-1').here).toBe(1)
    spy.mockRestore()
    await append('job-1', [meter(0)], 'Ida')
    const log = await loadLog('job-1')
    expect(log.ok && log.value.filter((event) => event.kind === 'meter-read')).toHaveLength(2)
  })
})

describe('what could not be read back', () => {
  it.each([
    ['a meter at -5', { kind: 'meter-read', body: { lelPercent: -5, where: '' } }, 'body.lelPercent'],
    [
      '2,500 L of waste',
      { kind: 'waste-noted', body: { litres: 2500, kind: 'mixed', container: '', whereTo: '' } },
      'body.litres',
    ],
    [
      'an infinite figure',
      { kind: 'meter-read', body: { lelPercent: Infinity, where: '' } },
      'body.lelPercent',
    ],
    [
      'a word of 5,000 letters',
      { kind: 'meter-read', body: { lelPercent: 0, where: 'x'.repeat(5000) } },
      'body.where',
    ],
  ] as const)('%s is refused, the field is named and the job stands', async (_name, addition, field) => {
    await open('job-1')
    const before = await stored('job-1')
    const outcome = await append('job-1', [addition as never], 'Ida')
    expect(outcome).toMatchObject({ ok: false, error: { kind: 'refused', field } })
    expect(await stored('job-1')).toEqual(before)
    expect((await loadLog('job-1')).ok).toBe(true)
  })
  it('a name too long for a signature is refused, and the next entry goes on', async () => {
    await open('job-1')
    expect(await append('job-1', [meter(0)], 'I'.repeat(5000))).toMatchObject({
      ok: false,
      error: { kind: 'refused', field: 'by' },
    })
    expect((await append('job-1', [meter(0)], 'Ida')).ok).toBe(true)
  })
})

describe('one bad record', () => {
  beforeEach(() => saveVehicle(DEMO_VEHICLES[0]!))
  it('stays where it is: the others are listed, the odd one is named, and can be set aside', async () => {
    await open('job-1')
    await jobs.setItem('odd-1', { vehicleId: '', events: [{ kind: 'constructor' }] })
    await jobs.setItem('odd-2', 'no record at all')
    await jobs.setItem('odd-3', { vehicleId: '', events: [null, 7] })
    forgetIndex()
    await index.clear()
    const listed = await allJobs()
    expect(listed.find((entry) => entry.id === 'job-1')!.problem).toBeNull()
    for (const id of ['odd-1', 'odd-2', 'odd-3'])
      expect(listed.find((entry) => entry.id === id)!.problem).toMatchObject({ kind: 'damaged' })
    expect(await openWaits()).toEqual([])
    expect(JSON.parse(await exportRaw('odd-2'))).toMatchObject({ stored: 'no record at all' })
    expect(await setAside('odd-2')).toMatchObject({ ok: true })
    expect((await allJobs()).map((entry) => entry.id)).not.toContain('odd-2')
  })
  it('a bad event stands aside, the job opens and goes on, and a good file puts it right', async () => {
    await open('job-1')
    await append('job-1', [meter(3)], 'Ida')
    const good = await exportJob('job-1')
    const record = (await stored('job-1'))!
    const broken = structuredClone(record)
    ;(broken.events[1] as { body: { lelPercent: number } }).body.lelPercent = -5
    await jobs.setItem('job-1', broken)
    forgetRead('job-1')
    const loaded = await loadJob('job-1')
    expect(loaded.ok && [loaded.value.events.length, loaded.value.aside.map((one) => one.at)]).toEqual([
      1,
      ['body.lelPercent'],
    ])
    expect((await append('job-1', [meter(1)], 'Ida')).ok).toBe(true)
    expect((await stored('job-1'))!.events).toHaveLength(3)
    const healed = await importJob(good.ok ? good.value : '')
    expect(healed).toMatchObject({ ok: true, healed: 1 })
    const whole = await loadJob('job-1')
    expect(whole.ok && [whole.value.events.length, whole.value.aside]).toEqual([3, []])
  })
  it('a symptom that this version does not know moves nothing and stops nothing', async () => {
    await open('job-1')
    const complaint = {
      symptoms: ['fromTheFuture', 'smell'],
      raisers: [],
      failingNow: 'yes' as const,
      words: '',
      conditions: [],
      lastFill: '',
      lamps: '',
      history: '',
    }
    expect((await append('job-1', [{ kind: 'complaint-noted', body: complaint }], 'Ida')).ok).toBe(true)
    expect((await openJobs())[0]!.job.complaint.symptoms).toEqual(['smell'])
  })
})

describe('a file and what is here', () => {
  beforeEach(() => saveVehicle(DEMO_VEHICLES[0]!))
  const signed = { kind: 'job-signed' as const, body: { unproven: [], note: '' } }
  const exported = async () => {
    const file = await exportJob('job-1')
    if (!file.ok) throw new Error('no file')
    return JSON.parse(file.value) as {
      events: {
        id: string
        kind: string
        body: Record<string, unknown>
        clock: number
        at: number
        seq: number
        device: string
        seen?: object
      }[]
    }
  }
  it('an entry that reads otherwise in the file refuses the file, and nothing changes', async () => {
    await open('job-1')
    await append('job-1', [meter(25)], 'Ida')
    const file = await exported()
    file.events[1]!.body.lelPercent = 0
    const before = await stored('job-1')
    expect(await importJob(JSON.stringify(file))).toMatchObject({ ok: false, at: 'events.1' })
    expect(await stored('job-1')).toEqual(before)
  })
  it('what is signed is neither undone nor added to, here or by a file', async () => {
    await open('job-1')
    await append('job-1', [meter(0)], 'Ida')
    await append('job-1', [signed], 'Ida')
    const file = await exported()
    const [, read, sign] = file.events
    const foreign = { ...read!, device: 'other', seen: {}, seq: 0 }
    file.events.push(
      {
        ...foreign,
        id: 'undo-it',
        kind: 'event-undone',
        body: { eventId: sign!.id, reason: '' },
        clock: sign!.clock + 5,
      },
      { ...foreign, id: 'before-it', clock: sign!.clock - 1, body: { lelPercent: 90, where: '' } },
      { ...foreign, id: 'after-it', seq: 1, clock: sign!.clock + 6, body: { lelPercent: 1, where: '' } },
    )
    expect(await importJob(JSON.stringify(file))).toMatchObject({
      ok: true,
      added: 1,
      left: [{ eventId: 'undo-it' }, { eventId: 'before-it' }],
    })
    const log = await loadLog('job-1')
    expect(log.ok && foldJob('job-1', log.value).signed).not.toBeNull()
    expect(await undo('job-1', read!.id, '', 'Ida')).toMatchObject({ ok: false, error: { kind: 'refused' } })
  })
  it('a file of a clock that runs days ahead is refused with what to do', async () => {
    await open('job-1')
    const file = await exported()
    file.events.push({
      ...file.events[0]!,
      id: 'ahead',
      seq: 9,
      clock: Date.now() + 1e9,
      at: Date.now() + 1e9,
    })
    expect(await importJob(JSON.stringify(file))).toMatchObject({
      ok: false,
      problem: expect.stringContaining('ahead'),
    })
  })
})
