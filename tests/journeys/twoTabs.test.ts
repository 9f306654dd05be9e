/** Two pages of one job on one tablet, touched by turns and at once: no entry is lost, none is there twice. */
import { By } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { openDemo, type Session } from '../support/browser'

const JOB = 'demo-job-04'
const ROUNDS = 40
const EACH = 5

let session: Session
beforeAll(async () => {
  session = await openDemo()
})
afterAll(() => session?.close())

interface Stored {
  id: string
  kind: string
  device: string
  seq: number
}
/** The job's log as it lies in the browser's database. */
const storedLog = () =>
  session.driver.executeAsyncScript<Stored[]>(
    `const done = arguments[arguments.length - 1]
     const opened = indexedDB.open('stop-start')
     opened.onsuccess = () => {
       const read = opened.result.transaction('jobs').objectStore('jobs').get(arguments[0])
       read.onsuccess = () => {
         opened.result.close()
         const log = read.result.events ?? read.result
         done(log.map(({ id, kind, device, seq }) => ({ id, kind, device, seq })))
       }
     }`,
    JOB,
  )
/** Touches the first part of the step so many times without waiting for anything. */
const touchParts = () =>
  session.driver.executeScript(
    `for (let k = 0; k < ${EACH}; k += 1) document.querySelectorAll('[data-step] [role="checkbox"]')[k % 2]?.click()`,
  )

it(
  `${2 * ROUNDS * EACH} entries from two pages, by turns and at once: none lost, none doubled`,
  { timeout: 180_000 },
  async () => {
    await session.go(`/job/work?id=${JOB}`)
    await session.driver.wait(
      async () => (await session.driver.findElements(By.css('[data-step]'))).length > 0,
      30_000,
    )
    const before = (await storedLog()).length
    const first = await session.driver.getWindowHandle()
    await session.driver.switchTo().newWindow('tab')
    await session.go(`/job/work?id=${JOB}`)
    await session.driver.wait(
      async () => (await session.driver.findElements(By.css('[data-step]'))).length > 0,
      30_000,
    )
    const second = await session.driver.getWindowHandle()
    for (let round = 0; round < ROUNDS; round += 1)
      for (const page of [first, second]) {
        await session.driver.switchTo().window(page)
        await touchParts()
      }
    await expect
      .poll(async () => (await storedLog()).length, { timeout: 60_000, interval: 500 })
      .toBe(before + 2 * ROUNDS * EACH)
    const log = await storedLog()
    expect(new Set(log.map(({ id }) => id)).size).toBe(log.length)
    expect(new Set(log.map(({ device, seq }) => `${device} ${seq}`)).size).toBe(log.length)
    expect(await session.problems()).toEqual([])
  },
)
