/** Stored means readable: whatever a form may hand over, what is kept opens, folds, leaves as a file and comes back. */
import 'fake-indexeddb/auto'
import { readFileSync } from 'node:fs'
import { beforeEach, describe, expect, it } from 'vitest'
import localforage from 'localforage'
import { append, changeVehicle, exportJob, importJob, loadJob } from './store'
import { DEMO_VEHICLES } from '@/core/practice'
import { foldJob } from '@/core/job'
import { EVENT_KINDS, versionOf, type EventKind } from '@/core/records'

const jobs = localforage.createInstance({ name: 'stop-start', storeName: 'jobs' })
interface Example {
  kind: EventKind
  v: number
  body: Record<string, unknown>
}
const EXAMPLES = (
  JSON.parse(readFileSync(new URL('../../tests/stored/events.json', import.meta.url), 'utf8')) as Example[]
).filter((example) => example.v === versionOf(example.kind))

/** What nobody expects a form to send, and what people do type. */
const NASTY: unknown[] = [
  -5,
  -0.1,
  0,
  2500,
  1e999,
  NaN,
  1e-320,
  '',
  'x'.repeat(4001),
  '7,5',
  null,
  [],
  {},
  true,
]

/** Every leaf of a body, by path. */
function leaves(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [path]
  return Object.entries(value).flatMap(([key, inner]) => leaves(inner, [...path, key]))
}
function changed(body: unknown, path: (string | number)[], to: unknown): unknown {
  const [key, ...rest] = path
  if (key === undefined) return to
  const copy = (Array.isArray(body) ? [...body] : { ...(body as object) }) as Record<string | number, unknown>
  copy[key] = changed(copy[key], rest, to)
  return copy
}

beforeEach(() => jobs.clear())

describe('every kind of entry with every kind of value', () => {
  it('there is an example of each', () =>
    expect(new Set(EXAMPLES.map((example) => example.kind))).toEqual(new Set(EVENT_KINDS)))
  it.each(EXAMPLES.map((example) => [example.kind, example] as const))('%s', async (kind, { body }) => {
    await changeVehicle(null, DEMO_VEHICLES[0]!, 'Ida')
    const opened = {
      vehicleId: DEMO_VEHICLES[0]!.id,
      unit: '07',
      vehicleName: 'Larch',
      words: '',
      neededBy: null,
    }
    await append('job-1', [{ kind: 'job-opened', body: opened }], 'Ida')
    let [kept, refused] = [1, 0]
    // Another vehicle in its opening makes it another job: not of this test.
    const paths = leaves(body).filter((path) => kind !== 'job-opened' || path[0] !== 'vehicleId')
    for (const path of paths.slice(0, 12))
      for (const value of NASTY) {
        const outcome = await append('job-1', [{ kind, body: changed(body, path, value) as never }], 'Ida')
        if (outcome.ok) kept += 1
        else {
          refused += 1
          expect(outcome.error).toMatchObject({ kind: 'refused' })
          expect((outcome.error as { field: string }).field).toMatch(/^(body|eventId)/)
        }
      }
    expect(kept + refused).toBeGreaterThan(kind === 'event-undone' ? 10 : 13)
    const loaded = await loadJob('job-1')
    if (!loaded.ok) throw new Error(JSON.stringify(loaded.error))
    expect([loaded.value.events.length, loaded.value.aside]).toEqual([kept, []])
    expect(() => foldJob('job-1', loaded.value.events)).not.toThrow()
    // The example of an opening names a vehicle that is not here: its file cannot bring it.
    if (kind === 'job-opened') return
    const file = await exportJob('job-1')
    await jobs.clear()
    expect(await importJob(file.ok ? file.value : '')).toMatchObject({ ok: true, added: kept, left: [] })
  })
})
