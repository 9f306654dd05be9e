/** What a technician knows already, entered by its words: from opening the vehicle to the ranking that has heard it. */
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDemo, type Session } from '../support/browser'

let session: Session
beforeAll(async () => {
  session = await openDemo()
})
afterAll(() => session?.close())

const until = (met: () => Promise<boolean>, most = 15_000) => session.driver.wait(met, most)
const has = async (selector: string) => (await session.driver.findElements(By.css(selector))).length > 0
const touch = (selector: string) => session.driver.findElement(By.css(selector)).click()
const press = (...keys: string[]) =>
  session.driver
    .actions()
    .sendKeys(...keys)
    .perform()
/** Types words and takes the first thing that is found; gives what it was. */
async function known(words: string): Promise<string> {
  await session.driver.findElement(By.name('find')).sendKeys(words)
  await until(() => has('[data-found]'))
  const first = await session.driver.findElement(By.css('[data-found]')).getAttribute('data-found')
  await press(Key.ENTER)
  await until(async () => (await session.driver.findElement(By.name('find')).getAttribute('value')) === '')
  return first!
}

describe('what is known already', () => {
  it('no fuel at the rail, pump hums, filter new: kept in under 30 s of touches, and the ranking has heard it', async () => {
    await session.go('/job/trace?id=demo-job-15')
    await until(() => has('[data-test]'), 45_000)
    const from = Date.now()
    await touch('[data-act="find"]')
    await until(() => has('[name="find"]'))
    expect(await known('no fuel rail')).toMatch(/none$/)
    expect(await known('pump hums')).toMatch(/(hum|steady)$/)
    expect(await known('filter new')).toMatch(/renewed$/)
    await press(Key.ESCAPE)
    await until(async () => !(await has('[name="find"]')))
    expect((Date.now() - from) / 1e3).toBeLessThan(30)
    await until(async () => (await session.driver.getPageSource()).includes('Finding after'))
    expect(await session.problems()).toEqual([])
  })
  it('a test that is found is the next one; a job that is found opens', async () => {
    await press('/')
    await until(() => has('[name="find"]'))
    await session.driver.findElement(By.name('find')).sendKeys('rail idle')
    await until(() => has('[data-found]'))
    const rows = await session.driver.findElements(By.css('[data-found]'))
    for (const row of rows)
      if ((await row.getText()).includes('make this test')) {
        await row.click()
        break
      }
    await until(() => has('[data-test="T28"], [data-test="T27"], [data-test="T26"], [data-test="T25"]'))
    await press('/')
    await until(() => has('[name="find"]'))
    await session.driver.findElement(By.name('find')).sendKeys('unit-that-is-not')
    await until(async () => (await session.driver.getPageSource()).includes('Nothing here is called so'))
    await press(Key.ESCAPE)
    await session.go('/')
    await until(() => has('[data-act="find"]'))
    await touch('[data-act="find"]')
    await until(() => has('[name="find"]'))
    await session.driver.findElement(By.name('find')).sendKeys('18')
    await until(() => has('[data-found="job demo-job-18"]'))
    await touch('[data-found="job demo-job-18"]')
    await until(async () => (await session.driver.getCurrentUrl()).includes('/job/record?id=demo-job-18'))
    expect(await session.problems()).toEqual([])
  })
})
