/** A tank cleaned over three days: soaks that go on through reload and night, the meter read anew, lined, filled, and run. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Hands, jobFileOf } from '../support/bench'
import { ownVehicle } from '../support/vehicles'

const vehicle = ownVehicle('61', 'A01', 'F08')
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
  await hands.session.go('/')
  await hands.takeIn(jobFileOf('journey-tank', vehicle, ['cranksNoStart']), 'journey-tank')
})
afterAll(() => hands?.session.close())

it('plans the tank down, cleaned by its metal and lined, with its waits', async () => {
  await hands.session.go('/job/plan?id=journey-tank&repair=cleanTank')
  await hands.sees('Clean the tank: bare steel')
  await hands.sees('of waiting')
  await hands.press('Change plan')
  // The other metals stand as other ways of the same work; a liner goes beside it.
  await hands.shown('[data-instead="cleanSoftTank"]')
  await (await hands.shown('[data-beside="lineTank"]')).click()
  await hands.press('Close')
  await hands.sees('Line the cleaned tank')
  await hands.begin()
})

it('a soak holds through a reload and a night; hazards and meter are asked anew', async () => {
  await hands.doAllSteps(undefined, 'stage:cleanTank.3')
  await hands.sees('Held: alkali soaks')
  await hands.session.later(60)
  await hands.sees('Look at the hazards again')
  await hands.press('Seen, all of it holds')
  await hands.sees('Held: alkali soaks, 60 min left')
  await hands.session.later(61)
  await hands.press('Seen, all of it holds')
  await hands.doAllSteps(undefined, 'stage:cleanTank.5')
  await hands.sees('Held: acid soaks')
  // The next day.
  await hands.session.later(13 * 60)
  await hands.press('Seen, all of it holds')
  await hands.doAllSteps(undefined, 'lowerModule')
  await hands.sees('Held: liner cures at 20 °C')
})

it('is put back, filled and run, and the record tells the days', async () => {
  // Three days later.
  await hands.session.later(3 * 1440 + 1)
  // The head of every other page says so, until the work goes on.
  const over = async () => {
    await hands.session.go('/')
    return (await hands.shown('[data-over]')).getAttribute('title')
  }
  expect(await over()).toContain('61: Liner cures at 20 °C')
  await hands.session.go('/job/work?id=journey-tank')
  await hands.press('Seen, all of it holds')
  const done = await hands.doAllSteps()
  expect(done).toBeGreaterThan(5)
  await hands.sees('Everything is back in place')
  expect(await over()).not.toContain('61: ')
  await hands.session.go('/job/record?id=journey-tank')
  for (const words of ['Clean the tank: bare steel', 'Line the cleaned tank', 'Extinguisher in its place'])
    await hands.sees(words)
  expect(await hands.session.problems()).toEqual([])
})
