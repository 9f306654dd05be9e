/** How much of what is here is in no file: jobs, vehicles and parts of which something was said since the last one. */
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_VEHICLES, demoJobs, demoParts } from '@/core/practice'
import { vehicleDisagreements, type VehicleRecord } from '@/core/job'
import { stores } from './database'
import { addDemoData } from './demoStore'
import { forgetIndex } from './jobIndex'
import { mergeParts, sayOfParts } from './partStore'
import { noteSaved, shopState } from './shopState'
import { append, changeVehicle, settleVehicle, vehicleFacts } from './store'
import { mergeVehicle } from './vehicleStore'

beforeEach(async () => {
  for (const one of Object.values(stores)) await one.clear()
  forgetIndex()
})
const LARCH: VehicleRecord = { ...DEMO_VEHICLES[0]!, id: 'larch', name: 'Larch', kind: 'real' }
const open = { vehicleId: 'larch', unit: '07', vehicleName: 'Larch', words: '', neededBy: null }
const inNoFile = async () => (await shopState()).inNoFile

describe('in no file', () => {
  it('is what was said since everything was saved, of each kind by itself', async () => {
    await changeVehicle(null, LARCH, 'Ida')
    await append('job', [{ kind: 'job-opened', body: open }], 'Ida')
    await sayOfParts([{ partId: 'p', word: { says: 'field', field: 'name', value: 'Seal' } }], 'Ida')
    expect(await inNoFile()).toEqual({ jobs: 1, vehicles: 1, parts: 1 })
    await noteSaved(Date.now() + 1)
    expect(await inNoFile()).toEqual({ jobs: 0, vehicles: 0, parts: 0 })
    await noteSaved(Date.now() - 1000)
    await changeVehicle(LARCH, { ...LARCH, year: 2011 }, 'Ida')
    expect((await inNoFile()).vehicles).toBe(1)
  })
  it('counts no demo data', async () => {
    const now = Date.now()
    await addDemoData(demoJobs(now))
    await mergeParts(demoParts(now))
    expect(await inNoFile()).toEqual({ jobs: 0, vehicles: 0, parts: 0 })
  })
})

it('of a thing that two tablets say otherwise, what was touched is what the record says', async () => {
  await changeVehicle(null, { ...LARCH, year: 2009 }, 'Ida')
  const before = await vehicleFacts('larch')
  await changeVehicle({ ...LARCH, year: 2009 }, { ...LARCH, year: 2010 }, 'Ida')
  // Another tablet, whose clock is ahead, has not seen that.
  const other = { ...(await vehicleFacts('larch')).at(-1)!, id: 'theirs', device: 'b', by: 'Ove' }
  const theirs = {
    ...other,
    clock: other.clock + 1000,
    word: { says: 'field' as const, field: 'year' as const, value: 2012 },
    over: [],
  }
  expect(await mergeVehicle('larch', [...before, theirs])).toBe(1)
  const [year, ...more] = vehicleDisagreements(await vehicleFacts('larch'))
  expect(more).toEqual([])
  expect(year).toMatchObject({ thing: 'field year' })
  expect(year!.said.map(({ word }) => word.says === 'field' && word.value)).toEqual([2010, 2012])
  const kept = await settleVehicle('larch', year!.said[0]!, 'Ida')
  expect(kept).toMatchObject({ ok: true, value: { year: 2010 } })
  expect(vehicleDisagreements(await vehicleFacts('larch'))).toEqual([])
})
