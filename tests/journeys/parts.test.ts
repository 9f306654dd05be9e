/** Parts: what did not fit is refused the second time, what comes late is said in the job, the shelf goes to the jobs, stock as a table and back. */
import { notedComplaint } from '@/core/records/noted.fixture'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { foldJob, type VehicleRecord } from '@/core/job'
import { DEMO_VEHICLES } from '@/core/practice'
import { LogBuilder, writeJobFile } from '@/core/records'
import { Hands, SOON, truthOf } from '../support/bench'
import { openBrowser } from '../support/browser'

const like = DEMO_VEHICLES.find(({ unit }) => unit === '04')!
const vehicleOf = (unit: string): VehicleRecord => {
  const { truth: _, ...rest } = like
  return { ...rest, id: `own-${unit}`, unit, name: 'Lerch 9 minibus', kind: 'real' }
}
/** A job whose plan is a new module, as another tablet kept it. */
function planned(unit: string): string {
  const vehicle = vehicleOf(unit)
  const jobId = `parts-${unit}`
  const log = new LogBuilder(jobId, { device: 'journey', by: 'Ida' })
    .add(Date.now(), 'job-opened', {
      vehicleId: vehicle.id,
      unit,
      vehicleName: vehicle.name,
      words: '',
      neededBy: null,
    })
    .add(Date.now(), 'complaint-noted', notedComplaint(['starvesUnderLoad']))
  log.add(Date.now(), 'plan-made', {
    repairIds: ['module'],
    start: { ...foldJob(jobId, log.events, vehicle).state } as Record<string, string>,
    ways: vehicle.ways,
    reason: '',
    pace: { rust: 'none', first: false },
  })
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-parts-')), `${jobId}.stop-start-job.json`)
  writeFileSync(path, writeJobFile({ jobId, vehicle, events: log.events, photos: [] }))
  return path
}

let hands: Hands
beforeAll(async () => {
  hands = new Hands(await openBrowser({ demo: false }), truthOf(DEMO_VEHICLES[0]!))
  await hands.session.go('/')
  await hands.sees('Nothing is in')
  for (const unit of ['61', '62']) {
    await hands.driver.findElement(By.css('input[type="file"]')).sendKeys(planned(unit))
    await hands.shown(`[data-job="parts-${unit}"]`)
  }
}, 120_000)
afterAll(() => hands?.session.close())

const type = async (css: string, text: string) =>
  (await hands.shown(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text)
const ready = async (unit: string) => {
  await hands.session.go(`/job/plan?id=parts-${unit}`)
  await hands.act('ready')
  await hands.shown('[data-item="parts:Pump module"]')
}
const orderModule = async () =>
  (await hands.shown('[data-item="parts:Pump module"] [data-act="order"]')).click()

it('a part that is ordered by its number and does not fit is kept as such', async () => {
  await ready('61')
  await orderModule()
  await type('input[name="orderNumber"]', 'TV 9-11')
  await type('input[name="orderSeller"]', 'Northline')
  await type('input[name="orderPrice"]', '212')
  await hands.act('keep-order')
  await hands.sees('On order, here')
  await hands.act('fit')
  await (await hands.shown('select[name="fit-part"] option:nth-child(2)')).click()
  await type('input[name="height-old"]', '210')
  await type('input[name="height-new"]', '231')
  await hands.sees('Too tall')
  await hands.act('fit-height')
  await hands.sees('Kept.')
})

it('the second time it is refused, whoever asks and however its number is written', async () => {
  await ready('62')
  await orderModule()
  await type('input[name="orderNumber"]', 'tv911')
  await expect.poll(() => hands.text('[data-order="refused"]'), SOON).toMatch(/Did not fit unit 61.*Too tall/)
  expect(await hands.has('[data-act="keep-order"]')).toBe(false)
  // Its line in the list says so too, and another number is taken.
  expect(await hands.text('[role="radiogroup"]')).toContain('Did not fit unit 61')
  await type('input[name="orderNumber"]', 'TV 9-12')
  await type('input[name="orderPrice"]', '230')
  await type('input[name="orderCore"]', '40')
  await hands.act('keep-order')
  await hands.sees('On order, here')
})

const row = (of: string, words: string) => `//button[@data-of="${of}"][contains(., "${words}")]`
const pick = async (of: string, words: string) => {
  await expect
    .poll(async () => (await hands.driver.findElements(By.xpath(row(of, words)))).length, SOON)
    .toBeGreaterThan(0)
  await (await hands.driver.findElement(By.xpath(row(of, words)))).click()
}

const inHand = async (unit: string) => {
  await ready(unit)
  return (await hands.shown('[data-item="parts:Pump module"] [role="checkbox"]')).getAttribute('aria-checked')
}
const settled = () => expect.poll(() => hands.has('[data-sheet="piece"]'), SOON).toBe(false)

it('what is late is said in the job, what is here is in the hand of that job alone', async () => {
  await hands.session.go('/parts')
  await pick('way', '62')
  await type('input[name="lateDays"]', '5')
  await hands.act('another-day')
  await settled()
  const day = new Date(Date.now() + 5 * 86_400_000).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
  })
  expect(await inHand('62')).toBe('false')
  expect(await hands.text('[data-item="parts:Pump module"]')).toContain(`On order, here ${day}`)
  await hands.session.go('/parts')
  await pick('way', '62')
  await hands.act('came')
  await settled()
  expect(await inHand('62')).toBe('true')
  expect(await inHand('61')).toBe('false')
})

it('what was ordered is what the estimate reckons with, and the old one is owed once the new one is here', async () => {
  await hands.session.go('/job/plan?id=parts-62')
  await hands.act('estimate')
  const line = '[data-piece="Pump module"]'
  await expect.poll(() => hands.text(line), SOON).toContain('230.00')
  expect(await (await hands.shown(line)).getAttribute('data-from')).toBe('order')
  expect(await hands.text('[aria-label="Parts and minutes"]')).toContain('no step of this plan was done here')
  await hands.session.go('/parts')
  await pick('core', 'Pump module')
  await hands.sees('gives 40.00 for it')
  await hands.act('core-sent')
  await settled()
  expect(await hands.driver.findElements(By.xpath(row('core', 'Pump module')))).toEqual([])
})

it('what does not come is wanted again', async () => {
  await pick('way', '61')
  await hands.act('given-up')
  await settled()
  await pick('order', '61')
  expect(await inHand('61')).toBe('false')
  expect(await hands.text('[data-item="parts:Pump module"]')).not.toContain('On order')
})

it('its record names the part that is in hand', async () => {
  await hands.session.go('/job/record?id=parts-62')
  await expect
    .poll(() => hands.text('[data-job-part]'), SOON)
    .toMatch(/TV 9-12.*In hand.* at 230\.00.*sent back/s)
})

it('a table of stock comes in with what it would do, and goes out as it came', async () => {
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-stock-')), 'stock.csv')
  writeFileSync(
    path,
    [
      'Number,Name,Piece,Place,On shelf,Least,Seller,Price each,Days,Colour',
      'FS 130,Flange seal 130 mm,Flange seal,A4,1,0,Rail,7.50,1,red',
      'HC 13,"=HYPERLINK(""x"")","Hose clip, rated",A5,8,4,Rail,0.90,1,',
      'XX 1,Pump,,C1,"1,500",,,,,',
    ].join('\r\n'),
  )
  await hands.session.go('/parts')
  await hands.act('table')
  await (await hands.shown('input[name="stock-table"]')).sendKeys(path)
  await hands.sees('2 new, 0 changed, 0 the same, 1 not taken.')
  await hands.sees('Columns that say nothing here: Colour.')
  await hands.sees('Line 4: On shelf: 1,500 can be read in two ways')
  await hands.act('take-table')
  await hands.sees('2 parts were taken in.')
  await hands.act('save-stock')
  const text = await hands.saved('.csv')
  // A spreadsheet does not count with it.
  expect(text).toContain(`'=HYPERLINK`)
  expect(text).toContain('FS 130')
})

it('the shelf goes to one job and not to both, and the least is asked for', async () => {
  await hands.session.go('/parts')
  await pick('shelf', 'Flange seal')
  await hands.act('take-shelf')
  await expect.poll(() => hands.has('[data-sheet="piece"]'), SOON).toBe(false)
  await pick('order', 'Flange seal')
  await expect
    .poll(
      () => hands.driver.findElements(By.xpath(row('shelf', 'Flange seal'))).then(({ length }) => length),
      SOON,
    )
    .toBe(0)
})

it('a label opens the part at its place', async () => {
  await type('input[name="stock"]', 'flange')
  await (await hands.shown('[data-stock="FS 130"]')).click()
  await hands.sees('None on the shelf, A4.')
  await hands.act('labels')
  const opens = await (await hands.shown('[data-sheet="labels"] [data-square]')).getAttribute('data-square')
  expect(opens).toBe(await hands.driver.getCurrentUrl())
})
