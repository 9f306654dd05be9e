/** A van that starves uphill: the trace ends at the filter. Undo, slips and a refused file on the way. */
import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '04')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
})
afterAll(() => hands?.session.close())

it('finds the clogged filter from a fresh complaint', async () => {
  expect(vehicle.truth!.hidden[0]!.faultId).toBe('F41')
  await hands.session.go('/')
  await hands.press('Take in a vehicle')
  // By its mark: at four o'clock the clock begins with the same figures.
  await (await hands.shown('[data-vehicle="04"]')).click()
  await hands.press('No power uphill')
  await hands.press('Note it and trace')
  await hands.entries(0)
  await hands.tableWhole()
  let taken = 0
  while (!(await hands.has('[data-act="plan"]'))) {
    expect(taken).toBeLessThan(14)
    await hands.takeNextReading()
    taken += 1
    await hands.entries(taken)
  }
  await expect.poll(() => hands.text('h1'), SOON).toContain('Inline filter clogged')
  await hands.act('undo')
  await hands.entries(taken - 1)
})

it('asks back for a value that cannot be, and refuses a damaged file with its place', async () => {
  await hands.session.go('/job/trace?id=demo-job-15')
  await hands.entries(3)
  await hands.wayDone()
  await hands.goneOf('[data-act="way-done"]')
  const field = await hands.shown('#entry')
  await field.sendKeys('910')
  await hands.act('pin')
  await hands.sees('cannot be right here')
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE)

  const path = join(tmpdir(), 'damaged.stop-start-job.json')
  writeFileSync(
    path,
    JSON.stringify({
      format: 'stop-start-job',
      version: 1,
      jobId: 'x',
      vehicle: {},
      events: [{ kind: 'reading-taken', v: 1, id: 'e1' }],
    }),
  )
  await hands.session.go('/')
  await hands.sees('can move now')
  await hands.driver.findElement(By.css('input[type="file"]')).sendKeys(path)
  await hands.sees('was refused. At events.0.')
  await hands.several('[data-job]', 6)
})

it('a leak-down is captured, judged and kept as evidence', async () => {
  await hands.session.go('/job/bench?id=demo-job-11')
  await hands.press('Prime, stop and record')
  await hands.sees('It leaks.')
  await hands.act('keep')
  await hands.sees('Kept as evidence')
  await hands.session.go('/job/trace?id=demo-job-11')
  await hands.entries(3)
})
