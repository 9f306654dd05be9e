/** Every main view in every shape of glass, by day and by night: nothing sideways, nothing cut, nothing over another, the main act in sight, and axe finds nothing. */
import { By, until } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { openDemo, type Session } from '../support/browser'
import { axe, settled, wrong } from '../support/glass'

const SIZES = [
  [360, 740],
  [390, 844],
  [640, 400],
  [768, 1024],
  [800, 1280],
  [1024, 768],
  [1280, 650],
  [1280, 800],
  [1920, 1080],
] as const
const VIEWS = [
  ['today', '/', null],
  ['complaint', '/job/complaint?id=demo-job-07', null],
  [
    'trace',
    '/job/trace?id=demo-job-15',
    '[data-act="pin"], [data-act="way-done"], [data-act="hazards-seen"]',
  ],
  [
    'leak',
    '/job/trace?id=demo-job-02',
    '[data-act="pin"], [data-act="way-done"], [data-act="hazards-seen"], [data-act="meter"]',
  ],
  ['survey', '/job/trace?id=demo-job-25', null],
  ['plan', '/job/plan?id=demo-job-04', '[data-act="start"]'],
  ['work', '/job/work?id=demo-job-04', '[data-act="step-done"], [data-act="hazards-seen"]'],
  ['bench', '/job/bench?id=demo-job-11', '[data-act="record"]'],
  ['prove', '/job/prove?id=demo-job-04', null],
  ['record', '/job/record?id=demo-job-18', null],
  ['days', '/days', null],
  ['vehicle', '/vehicle?id=demo-vehicle-18', null],
  ['vehicle, as it is built', '/vehicle?id=demo-vehicle-18&see=built', null],
  ['sizing', '/sizing?of=pump&kind=sheet&pumps=3&staged=one&vehicle=demo-vehicle-18', null],
  ['sizing, drawn', '/sizing?of=sender&shape=table&near=yes', null],
  ['vehicles', '/vehicle', null],
  ['find', '/find?q=larch', null],
  ['parts', '/parts', null],
  ['part', '/parts?id=demo-part-module-larch', null],
] as const
let session: Session
beforeAll(async () => {
  session = await openDemo()
})
afterAll(() => session?.close())

const resize = (width: number, height: number) => session.resize(width, height)

it.each(VIEWS)('%s', { timeout: 180_000 }, async (_name, path, act) => {
  await resize(1280, 800)
  await session.go(path)
  await fitsEverywhere(act)
})

it('build', { timeout: 180_000 }, async () => {
  await resize(1280, 800)
  await session.go('/job/complaint?id=demo-job-07')
  await settled(session)
  await session.click('It shall be changed')
  for (const css of ['[data-wish="threePumps"]', '[data-act="sound"]'])
    await (await session.driver.wait(until.elementLocated(By.css(css)), 30_000)).click()
  await fitsEverywhere('[data-act="plan-build"]')
})

async function fitsEverywhere(act: string | null) {
  const found: Record<string, string[]> = {}
  for (const [width, height] of SIZES) {
    await resize(width, height)
    // The page lays itself out anew, and asks for nothing but what it had.
    await session.driver.sleep(250)
    await settled(session)
    found[`${width} x ${height}`] = await wrong(session, act)
  }
  for (const [width, height] of [SIZES[1], SIZES[7]]) {
    await resize(width, height)
    await session.driver.executeScript("document.documentElement.dataset.light = 'night'")
    found[`${width} x ${height} by night`] = await axe(session)
    await session.driver.executeScript('delete document.documentElement.dataset.light')
  }
  expect(Object.fromEntries(Object.entries(found).filter(([, problems]) => problems.length > 0))).toEqual({})
}
