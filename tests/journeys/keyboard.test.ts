/** From Today to a pinned reading and back by keyboard alone, in the night bay too. */
import { Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { standInById, truthVehicle } from '@/core/simulate'
import { testById } from '@/core/library'
import { Hands, SOON } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '15')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
})
afterAll(() => hands?.session.close())

const press = (...keys: string[]) =>
  hands.driver
    .actions()
    .sendKeys(...keys)
    .perform()
const focusedText = () => hands.driver.executeScript<string>('return document.activeElement.textContent')

async function tabTo(text: string): Promise<void> {
  for (let guard = 0; guard < 120; guard += 1) {
    if ((await focusedText()).trim().startsWith(text)) return
    await press(Key.TAB)
  }
  throw new Error(`Tab never reaches "${text}"`)
}

async function tabToLink(part: string): Promise<void> {
  for (let guard = 0; guard < 120; guard += 1) {
    if ((await hands.driver.executeScript<string>('return document.activeElement.href ?? ""')).includes(part))
      return
    await press(Key.TAB)
  }
  throw new Error(`Tab never reaches the link to ${part}`)
}

/** Tabs to what carries this data attribute, with this value where one is given. */
async function tabToData(name: string, value?: string): Promise<void> {
  for (let guard = 0; guard < 120; guard += 1) {
    const found = await hands.driver.executeScript<string | null>(
      `return document.activeElement.dataset.${name} ?? null`,
    )
    if (found !== null && (value === undefined || found === value)) return
    await press(Key.TAB)
  }
  throw new Error(`Tab never reaches ${name} ${value ?? ''}`)
}

/** Says that the way to the test is done, and what the meter read on it. */
async function wayDone(): Promise<void> {
  if (!(await hands.has('[data-act="way-done"]'))) return
  await tabToData('act', 'way-done')
  await press(Key.ENTER)
  if (await hands.has('[data-act="figures"]')) {
    await tabToData('figure')
    await press('0')
    await tabToData('act', 'figures')
    await press(Key.ENTER)
  }
  await hands.goneOf('[data-act="way-done"]')
}

it('takes a job up, pins a reading, undoes it, changes stage and light', async () => {
  await hands.session.go('/')
  await hands.sees('Cairn parcel van')
  await tabToLink('demo-job-07')
  await press(Key.ENTER)
  await hands.sees('What does the driver say?')
  await tabTo('It turns over but will not start')
  await press(Key.SPACE)
  await tabTo('Note it and trace')
  await press(Key.ENTER)
  await hands.entries(0)

  // Pick a test with a number through "why this one", all by keyboard.
  await tabTo('why this one')
  await press(Key.ENTER)
  await hands.sees('What it cannot show')
  await press(Key.ESCAPE)
  const truth = truthVehicle(
    DEMO_VEHICLES[0]!.truth!.seed,
    DEMO_VEHICLES[0]!.specification,
    DEMO_VEHICLES[0]!.truth!.hidden,
  )
  await hands.tableWhole()
  const testId = await hands.nextTestId()
  const reading = standInById(truth, testId)
  await wayDone()
  await press('n')
  if (reading.kind === 'number') await press(String(reading.entered.value), Key.ENTER)
  else {
    const { reading: kind } = testById(testId)
    const label =
      kind.kind === 'observation' ? kind.outcomes.find((entry) => entry.id === reading.outcome)!.label : ''
    await press(Key.TAB)
    for (let guard = 0; guard < 8 && (await focusedText()) !== label; guard += 1) await press(Key.ARROW_RIGHT)
    await press(Key.SPACE)
    await tabTo('Pin what you saw')
    await press(Key.ENTER)
  }
  await hands.entries(1)
  await press('u')
  await hands.entries(0)
  await press('d')
  await expect
    .poll(() => hands.driver.executeScript('return document.documentElement.dataset.light'), SOON)
    .toBe('night')
  await press('4')
  await hands.sees('Nothing is chosen to repair.')
  await press('1')
  await hands.sees('What does the driver say?')
})
