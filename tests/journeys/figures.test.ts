/**
 * What is not taken on a word: a line without pressure, a fault that does not show, and what a sound
 * vehicle reads. Each asks for its figure, or says little.
 */
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { testById } from '@/core/library'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '04')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
  await hands.session.go('/')
  await hands.sees('can move now')
})
afterAll(() => hands?.session.close())

it('the line is off when the gauge says so', async () => {
  await hands.session.go('/job/trace?id=demo-job-11')
  await hands.entries(2)
  await hands.driver
    .findElement(By.xpath('//div[@role="group"][@aria-label="Line"]//button[normalize-space(.)="off"]'))
    .click()
  const field = await hands.shown('input[name="pressureOff"]')
  await expect.poll(() => hands.isHeld('[data-act="figures"]'), SOON).toBe(true)
  await field.sendKeys('40')
  await hands.sees('Bleed on and read again')
  await expect.poll(() => hands.isHeld('[data-act="figures"]'), SOON).toBe(true)
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '3')
  await hands.act('figures')
  await hands.goneOf('[data-act="figures"]')
  await hands.session.go('/job/record?id=demo-job-11')
  await hands.sees('Let the line pressure off: 3 kPa on the gauge')
})

it('a fault that does not show is made to fail first, and the maker’s figure governs', async () => {
  await hands.session.go('/')
  await hands.press('Take in a vehicle')
  // By its mark: at four o'clock the clock begins with the same figures.
  await (await hands.shown('[data-vehicle="04"]')).click()
  await hands.press('No power uphill')
  await hands.press('Not now')
  await hands.press('Note it and trace')
  await hands.entries(0)
  await hands.tableWhole()
  await hands.act('make-it-fail')
  await hands.sees('Make it fail, then read')
  await hands.act('first')
  await hands.shown('[role="dialog"] [data-act="way-done"]')
  await hands.wayDone()
  await hands.goneOf('[role="dialog"] [data-act="way-done"]')
  await (await hands.shown('[data-act^="fails-"]')).click()
  await hands.goneOf('[data-act="make-it-fail"]')
  let taken = 0
  while (testById(await hands.nextTestId()).reading.kind !== 'number') {
    expect(taken).toBeLessThan(6)
    await hands.takeNextReading()
    taken += 1
    await hands.entries(taken)
  }
  const { reading } = testById(await hands.nextTestId())
  if (reading.kind !== 'number') throw new Error('no figure is asked for')
  const [low, high] = [0.4, 0.6].map((share) => reading.low + share * (reading.high - reading.low)) as [
    number,
    number,
  ]
  await hands.press('why this one')
  const [from, to] = await hands.several('section[aria-label="The maker’s limits"] input', 2)
  await from!.sendKeys(String(high))
  await to!.sendKeys(String(low))
  await hands.sees('The lower figure first')
  await from!.sendKeys(Key.chord(Key.CONTROL, 'a'), String(low))
  await to!.sendKeys(Key.chord(Key.CONTROL, 'a'), String(high))
  await hands.act('maker')
  await hands.sees(', the maker’s.')
  await hands.press('Close')
  await hands.sees(', the maker’s.')
})

it('from 20 % LEL on nothing goes on at Work either, until the meter is low', async () => {
  await hands.session.go('/job/work?id=demo-job-04')
  await hands.shown('section[aria-label="Step"]')
  await hands.doAllSteps(undefined, 'meterVapour')
  const field = await hands.shown('input[name="measured"]')
  await field.sendKeys('25')
  await hands.sees('is too much')
  await hands.act('note-meter')
  await hands.sees('Everyone out')
  await expect.poll(() => hands.has('[data-act="step-done"]'), SOON).toBe(false)
  await hands.meter(14)
  await hands.sees('Held until the meter is under 10 % LEL')
  await hands.meter(4)
  await hands.shown('[data-step="meterVapour"]')
})
