/** One search over the whole shop: a job by what was read in it, a vehicle by a word of its notes, a part by its number with a wrong letter; a view is kept; by keys throughout. */
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON, jobFileOf } from '../support/bench'

let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(DEMO_VEHICLES[0]!)
  await hands.session.go('/')
  await hands.sees('Larch 12 shuttle minibus')
  // The demo garage's shelf is there once its desk was seen.
  await hands.session.go('/parts')
  await hands.shown('[data-stock]')
})
afterAll(() => hands?.session.close())

const results = async (): Promise<string[]> =>
  Promise.all(
    (await hands.driver.findElements(By.css('[data-result]'))).map(async (row) =>
      String(await row.getAttribute('data-result')),
    ),
  )
const ask = async (words: string) => {
  await (await hands.shown('input[name="shop"]')).sendKeys(Key.chord(Key.CONTROL, 'a'), words)
}

it('finds vehicles, jobs and parts by their words, one wrong letter forgiven', async () => {
  await hands.session.go('/find')
  await ask('salt')
  await expect.poll(results, SOON).toEqual(['vehicle demo-vehicle-11'])
  await ask('no power pass')
  await expect.poll(async () => (await results())[0], SOON).toBe('job demo-job-04')
  await ask('relya 30')
  await expect.poll(async () => (await results())[0], SOON).toBe('part demo-part-relay')
  await ask('qqqqqq')
  await hands.sees('Nothing is like that.')
})

it('is kept up with what is taken in and what is said of parts', async () => {
  const vehicle = {
    ...DEMO_VEHICLES.find(({ unit }) => unit === '04')!,
    id: 'own-77',
    unit: '77',
    name: 'Zirbel kombi',
  }
  await hands.session.go('/')
  await hands.driver
    .findElement(By.css('input[type="file"]'))
    .sendKeys(jobFileOf('job-77', vehicle, ['longCrank']))
  await hands.shown('[data-job="job-77"]')
  await hands.act('find')
  await (await hands.shown('input[name="find"]')).sendKeys('zirbl')
  await expect.poll(() => hands.has('[data-found="job job-77"]'), SOON).toBe(true)
  expect(await hands.has('[data-found="vehicle own-77"]')).toBe(true)
  await hands.act('find-all')
  await expect.poll(async () => (await results()).sort(), SOON).toEqual(['job job-77', 'vehicle own-77'])
})

it('a view is kept under its name and asked again; keys lead from the field to the page', async () => {
  await (await hands.shown('[aria-label="Of what"] button:nth-child(2)')).click()
  await expect.poll(results, SOON).toEqual(['vehicle own-77'])
  await hands.act('keep-view')
  await (
    await hands.shown('input[name="view-name"]')
  ).sendKeys(Key.chord(Key.CONTROL, 'a'), 'The Zirbels', Key.ENTER)
  await hands.shown('[data-view="The Zirbels"][aria-pressed="true"]')
  await hands.session.go('/find')
  await (await hands.shown('[data-view="The Zirbels"]')).click()
  await expect.poll(results, SOON).toEqual(['vehicle own-77'])
  await (await hands.shown('input[name="shop"]')).sendKeys(Key.ARROW_DOWN)
  await hands.driver.switchTo().activeElement().sendKeys(Key.ENTER)
  await hands.sees('Unit 77, Zirbel kombi')
  expect(await hands.session.problems()).toEqual([])
})
