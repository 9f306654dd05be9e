/** A tank liner sheds. The first time an injector was renewed and the job signed; three weeks later it shakes again, and the cause is asked for. */
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { LogBuilder, readJobFile, writeJobFile } from '@/core/records'
import { faultsLeft, truthVehicle } from '@/core/simulate'
import { Hands } from '../support/bench'
import { ownVehicle } from '../support/vehicles'

const DAY = 86_400_000
const vehicle = ownVehicle('65', 'A01', 'F10')
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
  await hands.session.go('/')
  await hands.sees('Cairn parcel van')
})
afterAll(() => hands?.session.close())

const log = (id: string, at: number) =>
  new LogBuilder(id, { device: 'journey', by: 'Ida' }).add(at, 'job-opened', {
    vehicleId: vehicle.id,
    unit: vehicle.unit,
    vehicleName: vehicle.name,
    words: 'It shakes and runs unevenly',
    neededBy: null,
  })
function fileOf(builder: LogBuilder): string {
  const jobId = builder.events[0]!.jobId
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-job-')), `${jobId}.stop-start-job.json`)
  writeFileSync(path, writeJobFile({ jobId, vehicle, events: builder.events, photos: [] }))
  return path
}
function firstJob(): string {
  const signedAt = Date.now() - 21 * DAY
  return fileOf(
    log('job-65a', signedAt - 9000)
      .add(signedAt - 8000, 'complaint-noted', {
        symptoms: ['runsRough'],
        raisers: [],
        failingNow: 'yes',
        words: 'It shakes and runs unevenly',
        conditions: [],
        lastFill: '',
        lamps: '',
        history: '',
      })
      .add(signedAt - 7000, 'plan-made', {
        repairIds: ['injectors'],
        start: {},
        ways: vehicle.ways,
        reason: '',
        pace: { rust: 'none', first: false },
      })
      .add(signedAt - 6000, 'step-done', {
        step: 0,
        operationId: 'repair:injectors',
        sets: {},
        entered: null,
        torqueNm: null,
        byFeel: false,
        note: '',
      })
      .add(signedAt - 5000, 'part-judged', { repairId: 'injectors', partWasBad: 'yes' })
      .add(signedAt - 4000, 'proof-noted', { item: 'complaintGone', outcome: 'yes' })
      .add(signedAt, 'job-signed', { unproven: [], note: '' }),
  )
}

it('the same complaint after new injectors asks for the tank, and the tank is what is planned', async () => {
  expect(
    faultsLeft(truthVehicle(vehicle.truth!.seed, vehicle.specification, vehicle.truth!.hidden)).effects,
  ).toBe(3)
  await hands.takeIn(firstJob(), 'job-65a')
  await hands.session.go('/')
  await hands.takeIn(fileOf(log('job-65b', Date.now())), 'job-65b')
  await hands.session.go('/job/complaint?id=job-65b')
  await hands.press('It shakes and runs unevenly')
  await hands.sees('Is there rust or a loose liner in the tank?')
  await hands.sees('Left as it is, it is back in')
  await hands.sees('Injectors: new, and the same again, here on')
  await hands.press('No power uphill')
  // The person knows more: the filter was left out for a run, and nothing changed.
  await hands.act('part-known')
  await (await hands.shown('[data-part-choice="rearLine"]')).click()
  await hands.press('Looked at, sound')
  await hands.press('Close')
  await hands.sees('Rear line: looked at, sound')
  await hands.press('Note it and trace')
  await hands.shown('[data-known="2"]')
  await hands.entries(0)
  expect(await hands.text('aside[aria-label="Suspects and evidence"]')).toMatch(/tank/i)
  // A suspect that spoils more than itself says so, and when it is back.
  await (await hands.shown('button[data-suspect="cleanTank"]')).click()
  await hands.sees('It can have spoilt more: ')
  await hands.press('Close')
  await hands.traceOn(0)
  expect(await (await hands.shown('[data-act="plan"]')).getAttribute('href')).toContain('repair=cleanTank')
  // What was known stays in the file, for whoever takes the vehicle next.
  await hands.session.go('/job/record?id=job-65b')
  await hands.sees('Injectors: new, and the same again')
  await hands.act('save-file')
  const kept = readJobFile(await hands.saved('.json'))
  expect(kept.ok && kept.value.events.filter((event) => event.kind === 'part-known')).toHaveLength(2)
  expect(await hands.session.problems()).toEqual([])
})
