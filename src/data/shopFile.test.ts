/** Everything as one file: what went out comes back, two copies come together in either order, a bad file or a full browser changes nothing. */
import 'fake-indexeddb/auto'
import {
  BlobReader,
  BlobWriter,
  TextReader,
  TextWriter,
  ZipReader,
  ZipWriter,
  type FileEntry,
} from '@zip.js/zip.js'
import localforage from 'localforage'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { VehicleRecord } from '@/core/job'
import { DEMO_VEHICLES } from '@/core/practice'
import { forgetIndex } from './jobIndex'
import { forgetRead } from './jobStore'
import { SHOP_FORMAT, openShop, saveShop } from './shopFile'
import { listParts, sayOfParts } from './partStore'
import { append, changeVehicle, exportJob, loadLog, loadVehicle, openJobs } from './store'

const NAMES = [
  'jobs',
  'index',
  'pending',
  'captures',
  'parts',
  'vehicles',
  'vehicle-logs',
  'settings',
] as const
const all = NAMES.map((storeName) => localforage.createInstance({ name: 'stop-start', storeName }))
const LARCH: VehicleRecord = { ...DEMO_VEHICLES[0]!, id: 'larch', name: 'Larch', kind: 'real', layout: 'A01' }
const silent = () => undefined

async function clear() {
  for (const one of all) await one.clear()
  forgetIndex()
  for (const id of ['a', 'b', 'c', 'd', 'x']) forgetRead(id)
}
beforeEach(clear)
afterEach(() => vi.restoreAllMocks())

const open = (jobId: string) =>
  append(
    jobId,
    [
      {
        kind: 'job-opened',
        body: {
          vehicleId: LARCH.id,
          unit: '07',
          vehicleName: 'Larch',
          words: `Job ${jobId}`,
          neededBy: null,
        },
      },
    ],
    'Ida',
  )
const meter = (jobId: string, lelPercent: number) =>
  append(jobId, [{ kind: 'meter-read', body: { lelPercent, where: 'tank' } }], 'Ida')

/** Everything that is kept, by store and key. */
async function dump(): Promise<Record<string, unknown>> {
  const found: Record<string, unknown> = {}
  for (const [k, one] of all.entries())
    for (const key of await one.keys())
      if (NAMES[k] !== 'settings') found[`${NAMES[k]} ${key}`] = await one.getItem(key)
  return structuredClone(found)
}
const save = async () => (await saveShop(1_790_000_000_000, silent)).file
async function take(file: Blob) {
  const opened = await openShop(file, silent)
  if (!opened.ok) throw new Error(`${opened.error.at}: ${opened.error.problem}`)
  const { plan } = opened.value
  const taken = await opened.value.take(silent)
  expect(taken).toEqual({ ok: true, value: null })
  return plan
}
const eventIds = async (jobId: string) => {
  const log = await loadLog(jobId)
  return log.ok ? log.value.map(({ id }) => id).sort() : []
}

const count = (shelf: number) =>
  sayOfParts([{ partId: 'relay', word: { says: 'counted', count: shelf } }], 'Ida')
const takeOne = (jobId: string) =>
  sayOfParts(
    [
      {
        partId: 'relay',
        word: { says: 'moved', count: 1, from: 'shelf', to: 'job', orderId: null, jobId, unit: '' },
      },
    ],
    'Ida',
  )

async function fill() {
  await sayOfParts([{ partId: 'relay', word: { says: 'field', field: 'name', value: 'Relay' } }], 'Ida')
  await count(5)
  await changeVehicle(null, LARCH, 'Ida')
  await open('a')
  await meter('a', 0)
  await open('b')
}

describe('out and back', () => {
  it('an empty browser has all of it again, and says beforehand what comes', async () => {
    await fill()
    const [a, b] = [await exportJob('a'), await exportJob('b')]
    const file = await save()
    await clear()
    expect(await take(file)).toMatchObject({
      jobs: { fresh: 2, changed: 0, same: 0 },
      entries: 3,
      vehicles: { fresh: 1 },
      parts: { fresh: 1, facts: 2 },
    })
    expect(await listParts()).toMatchObject([{ name: 'Relay', shelf: 5 }])
    expect(await exportJob('a')).toEqual(a)
    expect(await exportJob('b')).toEqual(b)
    expect((await openJobs()).map(({ job }) => job.id).sort()).toEqual(['a', 'b'])
    // Once more: all of it is here.
    const before = await dump()
    expect(await take(file)).toMatchObject({ jobs: { fresh: 0, changed: 0, same: 2 }, entries: 0, facts: 0 })
    expect(await dump()).toEqual(before)
  })

  it('two tablets that went apart come together in either order, nothing lost', async () => {
    await fill()
    const common = await save()
    // The one goes on …
    await meter('a', 1)
    await takeOne('a')
    await open('c')
    await changeVehicle(LARCH, { ...LARCH, notes: 'Strap is new' }, 'Ida')
    const one = await save()
    // … and so does the other, from what both had.
    await clear()
    await take(common)
    await meter('a', 2)
    await takeOne('d')
    await open('d')
    const found = await loadVehicle(LARCH.id)
    if (!found.ok) throw new Error('no vehicle')
    await changeVehicle(found.value, { ...found.value, kilometres: 215_000 }, 'Jørn')
    const other = await save()
    const both = async (first: Blob, second: Blob) => {
      await clear()
      await take(first)
      await take(second)
      const vehicle = await loadVehicle(LARCH.id)
      return {
        a: await eventIds('a'),
        jobs: (await openJobs()).map(({ job }) => job.id).sort(),
        shelf: (await listParts())[0]!.shelf,
        vehicle: vehicle.ok && [vehicle.value.notes, vehicle.value.kilometres],
      }
    }
    const [forth, back] = [await both(one, other), await both(other, one)]
    expect(forth).toEqual(back)
    expect(forth.shelf).toBe(3)
    expect(forth.a).toHaveLength(4)
    expect(forth.jobs).toEqual(['a', 'b', 'c', 'd'])
    expect(forth.vehicle).toEqual(['Strap is new', 215_000])
  })
})

/** The same file with its entries changed. */
async function changed(
  file: Blob,
  change: (name: string, text: string) => [string, string] | null,
): Promise<Blob> {
  const zip = new ZipWriter(new BlobWriter())
  for (const entry of await new ZipReader(new BlobReader(file)).getEntries()) {
    const to = change(entry.filename, await (entry as FileEntry).getData(new TextWriter()))
    if (to) await zip.add(to[0], new TextReader(to[1]))
  }
  return zip.close()
}

describe('a bad file changes nothing and says where', () => {
  const cases: [string, RegExp, (file: Blob) => Promise<Blob>][] = [
    ['no zip at all', /no whole zip/, async () => new Blob(['hello'])],
    ['cut short', /no whole zip/, async (file) => file.slice(0, Math.floor(file.size / 2))],
    [
      'a flipped byte',
      /damaged/,
      async (file) => {
        const bytes = new Uint8Array(await file.arrayBuffer())
        bytes[60] = bytes[60]! ^ 0xff
        return new Blob([bytes])
      },
    ],
    [
      'a name that leads elsewhere',
      /No file of ours|no whole zip/,
      (file) => changed(file, (name, text) => [name === 'settings.json' ? '../settings.json' : name, text]),
    ],
    [
      'a zip of something else',
      /No file of ours/,
      (file) => changed(file, (name, text) => [name.replace('jobs/', 'photos/'), text]),
    ],
    [
      'without its first page',
      /shop.json: It is missing/,
      (file) => changed(file, (name, text) => (name === 'shop.json' ? null : [name, text])),
    ],
    [
      'of another application',
      /no file of a workshop/,
      (file) => changed(file, (name, text) => [name, text.replace(SHOP_FORMAT, 'recipe')]),
    ],
    [
      'of a newer version',
      /newer version/,
      (file) =>
        changed(file, (name, text) => [
          name,
          name === 'shop.json' ? text.replace('"version":1', '"version":9') : text,
        ]),
    ],
    [
      'with a job missing',
      /missing/,
      (file) => changed(file, (name, text) => (name === 'jobs/1.json' ? null : [name, text])),
    ],
    [
      'with a job that is none',
      /jobs\/1\.json/,
      (file) =>
        changed(file, (name, text) => [name, name === 'jobs/1.json' ? '{"format":"stop-start-job"' : text]),
    ],
    [
      'with a vehicle that is none',
      /vehicles\/0\.json/,
      (file) =>
        changed(file, (name, text) => [
          name,
          name.startsWith('vehicles/') ? '{"id":"larch","facts":[]}' : text,
        ]),
    ],
    [
      'that unpacks to far more than it is',
      /fill this tablet/,
      (file) =>
        changed(file, (name, text) => [
          name,
          name === 'jobs/0.json' ? `${' '.repeat(60_000_000)}${text}` : text,
        ]),
    ],
  ]
  it.each(cases)('%s', async (_, words, spoil) => {
    await fill()
    const spoilt = await spoil(await save())
    await clear()
    await open('x')
    const before = await dump()
    const opened = await openShop(spoilt, silent)
    expect(opened.ok).toBe(false)
    if (!opened.ok) expect(`${opened.error.at}: ${opened.error.problem}`).toMatch(words)
    expect(await dump()).toEqual(before)
  })
})

describe('a browser that is full', () => {
  it.each([3, 6, 9])('after %s more writes has what it had before', async (writes) => {
    await fill()
    await open('c')
    const file = await save()
    await clear()
    await changeVehicle(null, { ...LARCH, notes: 'Here' }, 'Jørn')
    await open('a')
    const before = await dump()
    const opened = await openShop(file, silent)
    if (!opened.ok) throw new Error(opened.error.problem)
    const put = IDBObjectStore.prototype.put
    let left = writes
    const spy = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
      this: IDBObjectStore,
      ...args
    ) {
      left -= 1
      // It gives way again once something was let go, as a browser does.
      if (left < 0 && left > -3) throw new DOMException('', 'QuotaExceededError')
      return put.apply(this, args as Parameters<typeof put>)
    })
    const taken = await opened.value.take(silent)
    spy.mockRestore()
    expect(taken.ok).toBe(false)
    if (taken.ok) return
    expect(taken.error.problem).toMatch(/Nothing here was changed/)
    const rest = Object.fromEntries(
      Object.entries(await dump()).filter(([key]) => /^(jobs|vehicles|vehicle-logs|captures) /.test(key)),
    )
    expect(rest).toEqual(
      Object.fromEntries(
        Object.entries(before).filter(
          ([key]) => key in rest || /^(jobs|vehicles|vehicle-logs|captures) /.test(key),
        ),
      ),
    )
    expect((await openJobs()).map(({ job }) => job.id)).toEqual(['a'])
  })
})
