/** A real start is empty and says what to do; the demo data come and go; a script can use the same core. */
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { By } from 'selenium-webdriver'
import { openBrowser, type Session } from '../support/browser'

let session: Session
beforeAll(async () => {
  session = await openBrowser({ demo: false })
})
afterAll(() => session?.close())

const rows = async () => (await session.driver.findElements(By.css('[data-job]'))).length
/** The heading, empty while the page has none yet. */
const heading = async () =>
  (await session.driver.findElements(By.css('h1')))[0]?.getText().catch(() => '') ?? ''
const until = (what: () => Promise<boolean>) => session.driver.wait(what, 10_000)

it('opens on an empty day; demo data can be put in and taken out', async () => {
  await session.go('/')
  await until(async () => (await heading()).includes('Nothing is in. Take in a vehicle.'))
  await session.click('Put the demo data in')
  await until(async () => (await rows()) >= 5)
  await session.click('Take the demo data out')
  await until(async () => (await rows()) === 0)
})

it('an element that is drawn anew between being found and being asked is found again', async () => {
  await session.go('/')
  const top = await session.driver.findElement(By.css('h1'))
  const anew = () =>
    session.driver.executeScript(
      `const old = document.querySelector('h1'); old.replaceWith(old.cloneNode(true))`,
    )
  const before = await top.getText()
  await anew()
  expect(await top.getText()).toBe(before)
  await anew()
  expect(await top.getAttribute('class')).not.toBeNull()
})

it('solves a posted network and refuses what is not one, naming the place', async () => {
  const [first] = JSON.parse(
    readFileSync(new URL('../reference/hydraulics.json', import.meta.url), 'utf8'),
  ).cases
  const post = (body: string) => fetch(session.address('/api/solve'), { method: 'POST', body })
  const solved = await post(JSON.stringify(first))
  expect(solved.status).toBe(200)
  expect((await solved.json()).solution.nodes.OUT.pressurePa).toBeCloseTo(
    first.expected.nodes.OUT.p_kPa * 1000,
    -1,
  )
  expect((await post('{"nodes": [')).status).toBe(400)
  const refused = await post(JSON.stringify({ ...first, links: [{ ...first.links[0], D_mm: 0 }] }))
  expect(refused.status).toBe(422)
  expect((await refused.json()).error.at).toBe('links.0.D_mm')
  expect((await post(JSON.stringify({ padding: 'x'.repeat(600_000) }))).status).toBe(413)
})

it('says so when a job is not on this tablet', async () => {
  await session.go('/job/trace?id=nowhere')
  await until(async () => (await heading()).includes('not on this tablet'))
})
