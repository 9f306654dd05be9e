/** Plan and work card on paper: A4 and letter, what is on it, and nothing of the screen. */
import { readFileSync } from 'node:fs'
import { By } from 'selenium-webdriver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDemo, type Session } from '../support/browser'

let session: Session
beforeAll(async () => {
  session = await openDemo()
})
afterAll(() => session?.close())

const devtools = (command: string, parameters: object) =>
  (
    session.driver as unknown as {
      sendAndGetDevToolsCommand: (command: string, parameters: object) => Promise<unknown>
    }
  ).sendAndGetDevToolsCommand(command, parameters)

/** Pages of a PDF, by its own count. */
const pagesOf = (base64: string) => {
  const text = Buffer.from(base64, 'base64').toString('latin1')
  return Math.max(
    ...[...text.matchAll(/\/Type\s*\/Pages[^>]*?\/Count\s+(\d+)/g)].map((found) => Number(found[1])),
    0,
  )
}

const SIZES = [
  ['A4', 8.27, 11.69],
  ['letter', 8.5, 11],
] as const

describe.each([
  ['plan', '/job/plan?id=demo-job-04', 'Steps', 1],
  ['work', '/job/work?id=demo-job-04', 'Done by', 2],
] as const)('the %s on paper', (_, path, heading, leastPages) => {
  it('is what the printer sees, whole, and nothing of the screen', async () => {
    await session.go(path)
    await session.driver.wait(
      async () => (await session.driver.findElements(By.css('.paper h2'))).length > 0,
      30_000,
    )
    await devtools('Emulation.setEmulatedMedia', { media: 'print' })
    const seen = await session.driver.executeScript<{ text: string; others: number; wide: number }>(`
      const paper = document.querySelector('.paper')
      return {
        text: paper.innerText,
        others: [...document.body.children].filter((one) => one !== paper && one.getClientRects().length > 0).length,
        wide: [...paper.querySelectorAll('*')].filter((one) => one.scrollWidth > paper.clientWidth + 1).length,
      }`)
    await devtools('Emulation.setEmulatedMedia', { media: '' })
    expect(seen.text).toContain(heading)
    expect(seen.text).toContain('unit 04')
    expect(seen.others).toBe(0)
    expect(seen.wide).toBe(0)
    for (const [, paperWidth, paperHeight] of SIZES) {
      const { data } = (await devtools('Page.printToPDF', {
        paperWidth,
        paperHeight,
        preferCSSPageSize: false,
      })) as { data: string }
      expect(pagesOf(data)).toBeGreaterThanOrEqual(leastPages)
      expect(pagesOf(data)).toBeLessThan(20)
    }
  })
})

describe('a recorded job as a report', () => {
  it.each(['customer', 'technician'])(
    'for the %s: one page that needs nothing else, and goes on paper',
    async (reader) => {
      await session.go('/job/record?id=demo-job-18')
      const label = reader === 'customer' ? 'Customer' : 'Technician'
      await session.driver.wait(
        async () =>
          (await session.driver.findElements(By.css('[data-act="report-html"]:not([disabled])'))).length > 0,
        30_000,
      )
      await session.driver
        .findElement(By.xpath(`//*[@aria-label="Report"]//*[@role="radio"][normalize-space(.)="${label}"]`))
        .click()
      await session.driver.findElement(By.css('[data-act="report-html"]')).click()
      const path = await session.saved(`unit-18-${reader}.html`)
      await session.driver.get(`file://${path}`)
      expect(await session.driver.findElement(By.css('h1')).getText()).toContain('Unit 18')
      expect(
        await session.driver.executeScript('return document.querySelectorAll("script, link, img").length'),
      ).toBe(0)
      const paper = (await devtools('Page.printToPDF', { paperWidth: 8.27, paperHeight: 11.69 })) as {
        data: string
      }
      expect(pagesOf(paper.data)).toBeGreaterThanOrEqual(1)
      expect(await session.driver.findElement(By.css('body')).getText()).toContain(
        reader === 'customer' ? 'Measured before and after' : 'Readings',
      )
    },
  )

  it('as a PDF it has its pages, and a viewer draws them', async () => {
    await session.go('/job/record?id=demo-job-18')
    await session.driver.wait(
      async () =>
        (await session.driver.findElements(By.css('[data-act="report-pdf"]:not([disabled])'))).length > 0,
      30_000,
    )
    await session.driver.findElement(By.css('[data-act="report-pdf"]')).click()
    const path = await session.saved('unit-18-customer.pdf')
    const bytes = readFileSync(path)
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pagesOf(bytes.toString('base64'))).toBeGreaterThanOrEqual(1)
    // What the viewer draws is no empty sheet: ink stands on it.
    await session.driver.get(`file://${path}#toolbar=0&view=FitH`)
    const drawn = async () => Buffer.from(await session.driver.takeScreenshot(), 'base64').length
    await session.driver.wait(async () => (await drawn()) > 30_000, 30_000, 'the viewer draws nothing')
    expect(await session.problems()).toEqual([])
  })
})
