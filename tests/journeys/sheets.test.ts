/** Every sheet over a page, on a phone, a portrait tablet and the bench: nothing in it sideways, cut or too small, and axe finds nothing. */
import { By } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { openDemo, type Session } from '../support/browser'
import { settled, wrong } from '../support/glass'

const SIZES = [
  [390, 844],
  [768, 1024],
  [1280, 800],
] as const
/** The page, and what is touched one after the other until the sheet is open. */
const SHEETS = [
  ['take in', '/', ['[data-act="take-in"]']],
  ['workshop', '/', ['[data-act="workshop"]']],
  ['vehicle', '/job/trace?id=demo-job-15', ['[data-act="sheet"]']],
  ['desk', '/job/trace?id=demo-job-15', ['[data-act="sheet"]', '[data-act="size-here"]']],
  ['find', '/job/trace?id=demo-job-15', ['[data-act="find"]']],
  ['why', '/job/trace?id=demo-job-15', ['[data-act="why"]']],
  ['wish', '/job/complaint?id=demo-job-07', ['[data-act="wish"]']],
  ['part known', '/job/complaint?id=demo-job-15', ['[data-act="part-known"]']],
  ['ways in', '/job/plan?id=demo-job-15&repair=filter', ['[data-act="ways"]']],
  ['estimate', '/job/plan?id=demo-job-04', ['[data-act="estimate"]']],
  ['ready', '/job/plan?id=demo-job-04', ['[data-act="ready"]']],
  ['wait', '/job/work?id=demo-job-04', ['[data-fold], [data-act="wait"]', '[data-act="wait"]']],
  ['handover', '/job/work?id=demo-job-04', ['[data-fold], [data-act="handover"]', '[data-act="handover"]']],
  ['carry', '/parts', ['[data-act="carry"]']],
  ['tables', '/parts', ['[data-act="table"]']],
  ['labels', '/parts?id=demo-part-relay', ['[data-act="labels"]']],
  ['wires', '/job/work?id=demo-job-04', ['[data-fold], [data-act="wires"]', '[data-act="wires"]']],
] as const
const DIALOG = '[role="dialog"]'

let session: Session
beforeAll(async () => {
  session = await openDemo()
})
afterAll(() => session?.close())

const isOpen = async () => (await session.driver.findElements(By.css(DIALOG))).length > 0

/** Touches the first that is shown of what matches; once a sheet is open, what lies in it or nothing. */
async function touch(within: string): Promise<void> {
  const open = await isOpen()
  const selector = open ? `${DIALOG} ${within}` : within
  if (open && (await session.driver.findElements(By.css(selector))).length === 0) return
  await expect
    .poll(
      () =>
        session.driver.executeScript<boolean>(
          `const found = [...document.querySelectorAll(arguments[0])].find((one) => one.getClientRects().length > 0)
           found?.click()
           return found !== undefined`,
          selector,
        ),
      { timeout: 20_000 },
    )
    .toBe(true)
  await session.driver.sleep(250)
}

it.each(SHEETS)('%s', { timeout: 120_000 }, async (_name, path, touches) => {
  const found: Record<string, string[]> = {}
  await session.resize(...SIZES[0])
  await session.go(path)
  await settled(session)
  for (const selector of touches) await touch(selector)
  for (const [width, height] of SIZES) {
    await session.resize(width, height)
    await session.driver.sleep(250)
    // It outlives a glass that is turned.
    await expect.poll(isOpen, { timeout: 10_000 }).toBe(true)
    await settled(session)
    found[`${width} x ${height}`] = await wrong(session, null, DIALOG)
  }
  expect(Object.fromEntries(Object.entries(found).filter(([, problems]) => problems.length > 0))).toEqual({})
})
