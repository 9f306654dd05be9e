/** What a workshop remembers: a find put off is on the next job's first screen, a comeback is caught with its evidence, a sister's reading narrows a band and is withdrawn. */
import { notedComplaint } from '@/core/records/noted.fixture'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { VehicleRecord } from '@/core/job'
import { DEMO_VEHICLES } from '@/core/practice'
import { LogBuilder, writeJobFile } from '@/core/records'
import { Hands, SOON } from '../support/bench'

const DAY = 86_400_000
const ago = (days: number) => Date.now() - days * DAY
const like = DEMO_VEHICLES.find(({ unit }) => unit === '04')!
const vehicle = (unit: string): VehicleRecord => {
  const { truth: _, ...rest } = like
  return {
    ...rest,
    id: `vehicle-${unit}`,
    unit,
    name: 'Lerch 12 minibus',
    kind: 'real',
    limits: [],
    edits: [],
  }
}

interface Told {
  unit: string
  days: number
  signedDays?: number
  reads?: [phase: 'trace' | 'proof', kPa: number][]
  bad?: string
  putOff?: string
}
/** A job as it was kept on another tablet, a file. */
function fileOf({ unit, days, signedDays, reads = [], bad, putOff }: Told): { path: string; jobId: string } {
  const own = vehicle(unit)
  const jobId = `before-${unit}-${days}`
  const log = new LogBuilder(jobId, { device: 'other tablet', by: 'Jørn' })
    .add(ago(days), 'job-opened', {
      vehicleId: own.id,
      unit,
      vehicleName: own.name,
      words: 'No power uphill',
      neededBy: null,
    })
    .add(ago(days) + 1, 'complaint-noted', notedComplaint(['starvesUnderLoad'], 'No power uphill'))
  reads.forEach(([phase, value], k) =>
    log.add(ago(days) + 60_000 * (k + 1), 'reading-taken', {
      readingId: `${jobId} ${k}`,
      testId: 'T24',
      value: { kind: 'number', entered: { value, unit: 'kPa' } },
      scene: 'keyOn',
      instrument: 'gauge',
      faultPresent: 'no',
      source: 'vehicle',
      phase,
      sure: 'yes',
    }),
  )
  if (bad) {
    log.add(ago(days) + 3 * 3600_000, 'plan-made', {
      repairIds: [bad],
      start: {},
      ways: [],
      reason: '',
      pace: { rust: 'none', first: false },
    })
    log.add(ago(days) + 4 * 3600_000, 'step-done', {
      step: 0,
      operationId: `repair:${bad}`,
      sets: {},
      entered: null,
      torqueNm: null,
      byFeel: false,
      note: '',
    })
    log.add(ago(days) + 5 * 3600_000, 'part-judged', { repairId: bad, partWasBad: 'yes' })
  }
  if (putOff)
    log.add(ago(days) + 6 * 3600_000, 'finding-noted', {
      findingId: `f-${days}`,
      kind: 'find',
      what: putOff,
      then: 'deferred',
      risk: 'The tank may drop.',
    })
  if (signedDays !== undefined) {
    log.add(ago(signedDays), 'proof-noted', { item: 'complaintGone', outcome: 'yes' })
    log.add(ago(signedDays) + 1, 'job-signed', { unproven: [], note: '' })
  }
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-before-')), `${jobId}.json`)
  writeFileSync(path, writeJobFile({ jobId, vehicle: own, events: log.events, photos: [] }))
  return { path, jobId }
}

let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(like)
  await hands.session.go('/')
  await hands.sees('can move now')
})
afterAll(() => hands?.session.close())
const takeIn = async (one: Told) => {
  const { path, jobId } = fileOf(one)
  await hands.takeIn(path, jobId)
  return jobId
}

it('a find that was put off, and a comeback with its evidence, are on the first screen of the next job', async () => {
  const before = await takeIn({
    unit: '51',
    days: 60,
    signedDays: 59,
    reads: [
      ['trace', 240],
      ['proof', 342],
    ],
    bad: 'filter',
    putOff: 'Tank strap rusty',
  })
  const next = await takeIn({ unit: '51', days: 1 })
  await hands.session.go(`/job/complaint?id=${next}`)
  const section = 'section[aria-label="From before"]'
  await hands.shown(`${section} [data-put-off]`)
  await hands.sees('Tank strap rusty')
  await hands.sees('The tank may drop.')
  await hands.shown(`${section} [data-again="${before}"]`)
  await expect
    .poll(() => hands.text(section), SOON)
    .toMatch(
      /The same complaint again, 5\d days after it was signed[\s\S]*then 240 kPa, after the repair 342 kPa, now not read/,
    )
  await (await hands.shown(`${section} [data-again] a[href*="/job/record"]`)).click()
  await hands.sees('Recorded: unit 51')
})

it('the life of the vehicle: any point opens, and too little is called too little', async () => {
  await hands.session.go('/vehicle')
  const field = await hands.shown('input[name="vehicle"]')
  await field.sendKeys('lerch')
  await (await hands.shown('[data-vehicle="51"]')).click()
  await hands.sees('Unit 51, Lerch 12 minibus')
  await hands.shown('[data-trend="too little"]')
  const marks = await hands.several('[data-mark^="job "]', 2)
  expect(marks.length).toBe(2)
  await marks[0]!.click()
  await hands.shown('[data-mark-sheet]')
  await expect.poll(() => hands.text('[data-mark-sheet]'), SOON).toMatch(/Renewed: .*filter/)
  await (await hands.shown('[data-mark-sheet] a')).click()
  await hands.sees('Recorded: unit 51')
})

it('what a sister read when it was sound is known, by how many; and withdrawn once it is back within the year', async () => {
  await takeIn({ unit: '52', days: 200, signedDays: 199, reads: [['proof', 338]] })
  await takeIn({ unit: '53', days: 150, signedDays: 149, reads: [['proof', 352]] })
  const own = await takeIn({ unit: '54', days: 2 })
  await hands.session.go('/vehicle?id=vehicle-54')
  await expect.poll(() => hands.text('[data-known="T24 sister"]'), SOON).toMatch(/2 sisters, 338 to 352 kPa/)
  await takeIn({ unit: '52', days: 1 })
  await hands.session.go('/vehicle?id=vehicle-54')
  await expect.poll(() => hands.text('[data-known="T24 sister"]'), SOON).toMatch(/1 sister, 352 kPa/)
  // Whoever leaned on it is named where it failed.
  await hands.session.go('/vehicle?id=vehicle-52')
  await hands.shown('[data-withdrawn]')
  await hands.sees('stands for no sister')
  await expect.poll(() => hands.text('[data-withdrawn]'), SOON).toContain('Unit 54')
  expect(own).toContain('54')
})

it('readings of years say when they cross the limit', async () => {
  for (const [days, kPa] of [
    [700, 352],
    [500, 344],
    [320, 335],
    [180, 329],
    [20, 322],
  ] as const)
    await takeIn({ unit: '55', days, reads: [['trace', kPa]] })
  await hands.session.go('/vehicle?id=vehicle-55')
  await hands.driver.wait(
    async () => (await hands.has('[data-trend="crosses"]')) || (await hands.has('[data-trend="beyond"]')),
    45_000,
    'no trend is told',
  )
  await hands.sees('a year')
})

it('the same test on a sister stands beside it', async () => {
  await hands.session.go('/vehicle?id=vehicle-55')
  await (await hands.shown('select[name="sister"] option[value="vehicle-53"]')).click()
  await expect
    .poll(() => hands.text('[data-beside="T24"]'), SOON)
    .toMatch(/30 kPa less here[^]*322 kPa[^]*352 kPa/)
})

it('it is touched on its tracks where it is built otherwise: a further filter, taken back again', async () => {
  await hands.session.go('/vehicle?id=vehicle-55')
  await hands.act('see-built')
  await hands.touch('[data-segment="frontLine"]')
  await hands.sees('Rail, key on 322 kPa')
  await hands.act('differs-insert')
  await hands.shown('[data-segment="addedFilter1"]')
  await hands.sees('built otherwise in one thing')
  await hands.act('differs-back')
  await hands.goneOf('[data-segment="addedFilter1"]')
  await hands.sees('as its layout says')
})

it('a job that was left for months opens with where it stood and what has aged, once', async () => {
  const left = await takeIn({ unit: '56', days: 130, reads: [['trace', 300]] })
  await hands.session.go(`/job/trace?id=${left}`)
  await hands.shown('[data-long-gap="129"], [data-long-gap="130"]')
  await hands.sees('Charge the battery')
  await hands.sees('Look at the fuel in a glass')
  await hands.act('gap-seen')
  await hands.goneOf('[data-long-gap]')
  await hands.shown('section[aria-label="Next test"]')
})
