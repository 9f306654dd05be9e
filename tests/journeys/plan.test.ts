/** A pick-up whose tank top lies under the load bed: ways in compared and chosen, the opening held until all is in hand, handed over with the tank open. */
import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '11')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
  await hands.session.go('/')
  await hands.sees('Scarp 4 pick-up')
})
afterAll(() => hands?.session.close())

/** A photo with an arrow and a note, kept at this step. */
async function photograph(): Promise<void> {
  const path = join(tmpdir(), 'how-it-lies.png')
  writeFileSync(path, await hands.driver.takeScreenshot(), 'base64')
  await hands.driver.findElement(By.css('input[name="photo"]')).sendKeys(path)
  const mark = await hands.shown('[data-mark] img')
  await hands.driver
    .actions()
    .move({ origin: mark, x: -80, y: -40 })
    .press()
    .move({ origin: mark, x: 60, y: 30 })
    .release()
    .perform()
  await hands.sees('Arrow back')
  await (await hands.shown('input[name="photoNote"]')).sendKeys('Float arm to the left.')
  await hands.act('keep-photo')
  await hands.shown('section[aria-label="Photos"] [data-photo]')
}

const wayMinutes = async () =>
  Object.fromEntries(
    await Promise.all(
      (await hands.driver.findElements(By.css('[data-way]'))).map(async (row) => [
        (await row.getAttribute('data-way'))!,
        await row.getText(),
      ]),
    ),
  )

it('lays the ways in of this vehicle side by side, and keeps the choice with its reason', async () => {
  expect(vehicle.ways).not.toContain('benchHatch')
  await hands.session.go('/job/plan?id=demo-job-11&repair=module')
  await hands.sees('load bed tilted')
  await hands.act('ways')
  await hands.shown('[data-way="bedTilt"]')
  const rows = await wayMinutes()
  expect(Object.keys(rows)).toEqual(['bedTilt', 'tankDown', 'bedOff'])
  expect(rows.bedOff).toContain('4')
  expect(rows.tankDown).toContain('Tank jack, wide')
  await hands.act('take-tankDown')
  await (await hands.shown('input[name="reason"]')).sendKeys('Bed is loaded until tonight.')
  await hands.sees('Another is in hand: say why.')
  await hands.act('take-bedTilt')
  await hands.press('Close')
})

it('says what more costs while it is open, and lists what must be in hand', async () => {
  await hands.press('Change plan')
  await expect
    .poll(() => hands.text('[data-addition="sender"]'), SOON)
    .toMatch(/\d+ min now, \d h \d\d later/)
  await hands.press('Close')
  await hands.act('ready')
  await hands.sees('One-time pieces')
  await hands.sees('Rated props')
  await hands.sees('250 Ω empty, 20 Ω full: it falls as it fills')
  await hands.act('all-seals')
  // A part that comes in two days holds the opening: the plan says when to begin so that nothing stands apart.
  await (await hands.shown('[data-item="parts:Pump module"] [data-act="order"]')).click()
  await (await hands.shown('input[name="orderDays"]')).sendKeys(Key.chord(Key.CONTROL, 'a'), '2')
  await hands.act('keep-order')
  await hands.sees('On order, here')
  await hands.press('Close')
  await expect
    .poll(() => hands.text('section[aria-label="Vehicle state"]'), SOON)
    .toMatch(/Parts come \w{3} \d+, \d\d:\d\d: begin \w{3} \d+/)
  await hands.act('calls')
  await expect.poll(() => hands.text('[data-call="moduleOrPump"]'), SOON).toContain('Whole module')
  await hands.act('call-module')
  await hands.sees('Why otherwise')
  await (await hands.shown('input[name="why-moduleOrPump"]')).sendKeys('The sender jumps as well.')
  await hands.press('Keep the reason')
  await hands.act('call-seal')
  await hands.press('Close')
  await hands.sees('Calls: 2 of 3 made')
  await hands.act('start')
})

it('holds the first joint until all is in hand, and the next person looks at the hazards anew', async () => {
  await hands.doAllSteps(undefined, 'partModule')
  expect(hands.readied).toBe(1)
  await hands.doAllSteps(undefined, 'liftModule')
  await photograph()
  await hands.doAllSteps(undefined, 'lowerModule', { strainer: 'missing' })
  // A wait that holds: the step stands until it is ended.
  await hands.act('wait')
  await hands.press('Sealant cures')
  await hands.act('begin-wait')
  await hands.sees('Held: sealant cures')
  await hands.driver
    .findElement(
      By.xpath('//section[@aria-label="Tray"]//span[text()="Sealant cures"]/following-sibling::button[1]'),
    )
    .click()
  await hands.sees('then step')

  await hands.act('handover')
  const page = await hands.text('[data-sheet="handover"]')
  for (const words of ['Tank open: module out', 'Load bed tilted', 'Bed bolts', 'Filler plugs', 'Next'])
    expect(page).toContain(words)
  await (await hands.shown('input[name="taker"]')).sendKeys('Ove, night shift')
  await hands.act('take-over')
  await hands.sees('Ove, night shift takes over')
  await hands.press('Seen, all of it holds')
  await hands.shown('section[aria-label="Step"] [data-step]')

  // The sender as well, now that it lies open: extra work waits until it is agreed.
  await hands.session.go('/job/plan?id=demo-job-11')
  await hands.press('Change plan')
  await (await hands.shown('[data-addition="sender"] button')).click()
  await hands.press('Close')
  await hands.sees('Held: consent')
  await hands.act('start')
  await hands.sees('Not agreed yet: level sender.')
  await (await hands.shown('input[name="who"]')).sendKeys('Fleet desk')
  await hands.act('consent')
  await hands.goneOf('[role="dialog"] [data-hold], [role="dialog"] .border-l-4')
  await hands.press('Close')
  await hands.act('start')
  await hands.doAllSteps()
  await hands.sees('Everything is back in place')
  for (const [name, value] of [
    ['litres', '27'],
    ['container', 'Can 2, labelled'],
    ['whereTo', 'Waste oil store'],
  ] as const)
    await (await hands.shown(`input[name="${name}"]`)).sendKeys(value)
  await hands.act('waste')
  await hands.sees('27 L clean')
  await hands.session.go('/job/record?id=demo-job-11')
  for (const words of [
    'Fleet desk agreed (phone) to',
    'Recommended was: pump alone',
    'Strainer: missing.',
    'Handed over to Ove, night shift',
    '27 L clean in can 2',
    'Pump module on order, due',
  ])
    await hands.sees(words)
  await hands.shown('section[aria-label="Photos"] [data-photo] img')
})

it('the photo with its arrow goes with the report', async () => {
  await hands.session.go('/job/record?id=demo-job-11')
  await hands.shown('[data-act="report-html"]:not([disabled])')
  await hands.act('report-html')
  const html = await hands.saved('.html')
  expect(html).toContain('<image href="data:image/jpeg;base64,')
  expect(html).toContain('Float arm to the left.')
  expect(html.match(/<line /g)!.length).toBeGreaterThanOrEqual(2)
})
