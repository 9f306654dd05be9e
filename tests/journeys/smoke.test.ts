import { afterAll, beforeAll, expect, it } from 'vitest'
import { By } from 'selenium-webdriver'
import { openBrowser, type Session } from '../support/browser'

let session: Session
beforeAll(async () => {
  session = await openBrowser({ demo: false })
})
afterAll(() => session?.close())

it('opens on an empty day', async () => {
  await session.go('/')
  expect(await session.driver.findElement(By.css('h1')).getText()).toContain('Take in a vehicle')
})
