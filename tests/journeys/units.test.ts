/** Who reads psi, gallons and inches finds nothing else on any view; one entry can be made in another unit, and stays as it was typed. */
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Hands, jobFileOf, truthOf } from '../support/bench'
import { openDemo, type Session } from '../support/browser'
import { settled } from '../support/glass'
import { ownVehicle } from '../support/vehicles'

let session: Session
beforeAll(async () => {
  session = await openDemo()
})
afterAll(() => session?.close())

const until = (met: () => Promise<boolean>, most = 20_000) => session.driver.wait(met, most)
const has = async (selector: string) => (await session.driver.findElements(By.css(selector))).length > 0
const touch = async (selector: string) => {
  await until(() => has(selector))
  await session.driver.findElement(By.css(selector)).click()
}
/** What the page shows and what it says to whoever does not see it, in the wrong unit or with a mark left in it. */
const foreign = () =>
  session.driver.executeScript<string[]>(`
    const wrong = /\\{[-−]?\\d|\\d (?:kPa|MPa|bar|L\\/h|L|mL|°C|N·m|mm|m|km)(?![\\w²³/·Ω])/
    const texts = []
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    while (walk.nextNode())
      if (!walk.currentNode.parentElement.closest('script, style, [data-typed]'))
        texts.push([...walk.currentNode.parentElement.childNodes].map((one) => (one.nodeType === 3 ? one.data : ' ')).join(''))
    for (const one of document.querySelectorAll('[aria-label], [title]'))
      texts.push(one.getAttribute('aria-label') ?? '', one.getAttribute('title') ?? '')
    return [...new Set(texts.filter((text) => wrong.test(text)).map((text) => text.slice(0, 160)))]`)

const VIEWS = [
  '/',
  '/job/complaint?id=demo-job-07',
  '/job/trace?id=demo-job-15',
  '/job/trace?id=demo-job-02',
  '/job/trace?id=demo-job-25',
  '/job/bench?id=demo-job-11',
  '/job/plan?id=demo-job-04',
  '/job/work?id=demo-job-04',
  '/job/prove?id=demo-job-18',
  '/job/record?id=demo-job-18',
]

describe('other units', () => {
  it('are chosen once, on the board', async () => {
    await session.go('/')
    await touch('[data-act="workshop"]')
    await until(() => has('[role="dialog"]'))
    await session.click('psi, gal, °F')
    await session.click('Keep it')
    await until(async () => !(await has('[role="dialog"]')))
  })
  it('are found by their words, on the board too, and closed again', async () => {
    for (const from of ['/job/trace?id=demo-job-15', '/']) {
      await session.go(from)
      await touch('[data-act="find"]')
      await until(() => has('[name="find"]'))
      await session.driver.findElement(By.name('find')).sendKeys('units psi')
      await until(() => has('[data-found="workshop"]'))
      await touch('[data-found="workshop"]')
      await until(() => has('[aria-label="Units"]'))
      await session.click('Keep it')
      await until(async () => !(await has('[role="dialog"]')))
    }
  })
  it.each(VIEWS)('%s', { timeout: 90_000 }, async (path) => {
    await session.go(path)
    await settled(session)
    // The parts of a job come after its record, from the shelf of the shop.
    if (path.startsWith('/job/record')) await until(() => has('[data-job-part]'))
    expect(await foreign()).toEqual([])
  })
  it('an entry is made in them, asked back in them, and in another unit where that is touched', async () => {
    const vehicle = ownVehicle('74', 'A01', 'F35')
    const hands = new Hands(session, truthOf(vehicle))
    await hands.takeIn(jobFileOf('job-74', vehicle, ['cranksNoStart']), 'job-74')
    await session.go('/job/trace?id=job-74')
    await hands.entries(0)
    await hands.chooseTest('T24')
    await hands.settle('#entry')
    const type = async (figure: string) =>
      (await hands.shown('#entry')).sendKeys(Key.chord(Key.CONTROL, 'a'), figure)
    expect(await (await hands.shown('#entry')).getAttribute('aria-label')).toContain('in psi')
    await type('240')
    // A turned tablet loses nothing of what is typed.
    for (const [width, height] of [
      [390, 844],
      [1280, 800],
    ] as const) {
      await session.resize(width, height)
      await until(async () => Number(await (await hands.shown('#entry')).getAttribute('value')) === 240, 5000)
    }
    await hands.act('pin')
    expect(await hands.text('[data-act="slip-take"]')).toMatch(/psi$/)
    await (await hands.shown('[data-act="entry-unit"] option[value="bar"]')).click()
    await type('2.4')
    await hands.act('pin')
    await hands.entries(1)
    await hands.sees('34.8 psi')
    await session.go('/job/record?id=job-74')
    await hands.sees('34.8 psi (2.4 bar)')
    expect(await session.problems()).toEqual([])
  })
})
