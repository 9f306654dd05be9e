/** Parts in the browser: what is said is there for every page, whole or not at all; the shop as tables. */
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { DEMO_VEHICLES, demoJobs, demoParts } from '@/core/practice'
import type { PartWord } from '@/core/parts'
import { stores } from './database'
import { forgetIndex } from './jobIndex'
import { allPartFacts, dropParts, listParts, mergeParts, sayOfParts } from './partStore'
import { addDemoData, addDemoParts } from './demoStore'
import { documentsNow, shopDocuments } from './shopDocuments'
import { jobRows, readingRows, vehicleRows } from './shopTables'

const NOW = 1_790_000_000_000
beforeEach(async () => {
  for (const one of Object.values(stores)) await one.clear()
  forgetIndex()
})
afterEach(() => vi.restoreAllMocks())

const name = (value: string): PartWord => ({ says: 'field', field: 'name', value })
const many = (count: number) =>
  Array.from({ length: count }, (_, k) => ({ partId: `p-${k}`, word: name(`Part ${k}`) }))

describe('parts that are kept', () => {
  it('are there again, in whatever piece they lie; a fact that cannot be read is kept and moves nothing', async () => {
    expect(await sayOfParts(many(60), 'Ida')).toEqual({ ok: true, value: null })
    await stores.parts.setItem('piece/0', {
      facts: [...(await stores.parts.getItem<{ facts: unknown[] }>('piece/0'))!.facts, { newer: true }],
    })
    expect(await listParts()).toHaveLength(60)
    await sayOfParts(many(60), 'Ida')
    expect((await allPartFacts()).filter((raw) => (raw as { newer?: boolean }).newer)).toHaveLength(1)
  })
  it('what cannot be is refused by name, and nothing of what was said with it is kept', async () => {
    const bad: PartWord = { says: 'counted', count: -3 }
    const outcome = await sayOfParts([...many(2), { partId: 'p-1', word: bad }], 'Ida')
    expect(outcome).toMatchObject({ ok: false, error: { kind: 'refused', entry: 'counted' } })
    expect(await allPartFacts()).toEqual([])
  })
  it('a browser that is full in the middle keeps none of it', async () => {
    await sayOfParts(many(3), 'Ida')
    const before = await allPartFacts()
    const real = stores.parts.setItem.bind(stores.parts)
    let writes = 0
    vi.spyOn(stores.parts, 'setItem').mockImplementation(async (key, value) => {
      writes += 1
      if (writes === 4) throw Object.assign(new Error('full'), { name: 'QuotaExceededError' })
      return real(key, value)
    })
    const outcome = await sayOfParts(many(60), 'Ida')
    vi.restoreAllMocks()
    expect(outcome).toMatchObject({ ok: false, error: { kind: 'not-written', cause: 'full' } })
    expect(new Set(await allPartFacts())).toEqual(new Set(before))
  })
  it('facts of a file come to those that are here, once; what is taken out is out', async () => {
    const facts = demoParts(NOW)
    expect(await mergeParts(facts)).toBe(facts.length)
    expect(await mergeParts(facts)).toBe(0)
    await sayOfParts([{ partId: 'own', word: name('Own') }], 'Ida')
    await dropParts((partId) => partId.startsWith('demo-part-'))
    expect((await listParts()).map(({ name: called }) => called)).toEqual(['Own'])
  })
})

describe('the whole shop', () => {
  it('is found by vehicles, parts and jobs, and goes out as tables with a line each', async () => {
    const jobs = demoJobs(NOW)
    await addDemoData(jobs)
    await addDemoParts(async () => demoParts(NOW))
    const kinds = (await shopDocuments()).map(({ kind }) => kind)
    expect(kinds.filter((kind) => kind === 'job')).toHaveLength(jobs.length)
    expect(kinds.filter((kind) => kind === 'vehicle').length).toBe(
      new Set(jobs.map(({ vehicle }) => vehicle.id)).size,
    )
    expect(kinds.filter((kind) => kind === 'part')).toHaveLength((await listParts()).length)
    expect(await jobRows()).toHaveLength(jobs.length)
    expect((await vehicleRows()).map(({ unit }) => unit)).toContain(DEMO_VEHICLES[0]!.unit)
    const shares: number[] = []
    const readings = await readingRows((share) => shares.push(share))
    const taken = jobs.flatMap(({ events }) => events.filter(({ kind }) => kind === 'reading-taken'))
    expect(readings.length).toBe(taken.length)
    expect(shares.at(-1)).toBe(1)
  })
  it('documents follow a job that is gone', async () => {
    expect(await documentsNow(['none'], [], false)).toEqual({ documents: [], gone: ['job none'] })
  })
})
