/** A real browser on a real build: starts the server once per file, and Debian's chromium at 1280x800. */
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Builder, By, until, type WebDriver } from 'selenium-webdriver'
import chrome from 'selenium-webdriver/chrome.js'
import { startServer } from '../../scripts/serve.mjs'
import { followRedrawn } from './redrawn'

const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--window-size=1280,940',
]

export interface Session {
  driver: WebDriver
  /** Leaves for another page once what was done on this one is kept. */
  go(path: string): Promise<void>
  reload(): Promise<void>
  /** Gives the page another room, px. */
  resize(width: number, height: number): Promise<void>
  address(path: string): string
  /** Path of the next file that the page saves under a name that ends so, once it is whole. */
  saved(ending: string): Promise<string>
  /** Clicks the first shown button or link whose text begins so. */
  click(text: string): Promise<void>
  /** Lets so many minutes pass on the page's clock, as a closed browser would, and comes back to the page. */
  later(minutes: number): Promise<void>
  /** Errors that the page logged since the last call. */
  problems(): Promise<string[]>
  close(): Promise<void>
}

/** A port that nothing listens on now, whatever earlier runs left behind. */
const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const server = createServer()
    server.once('error', reject).listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })

/** Waits for files in a folder. The browser takes the name first, with nothing in it, and puts the whole file there at the end. */
function savedIn(driver: WebDriver, folder: string): Session['saved'] {
  const asked = new Set<string>()
  return async (ending) => {
    const whole = () =>
      readdirSync(folder).find(
        (name) => name.endsWith(ending) && !asked.has(name) && statSync(join(folder, name)).size > 0,
      )
    await driver.wait(() => whole() !== undefined, 30_000, `no file ${ending} was saved`, 100)
    const name = whole()!
    asked.add(name)
    return join(folder, name)
  }
}

/** What was done on the page is kept before it is left: the store holds a lock for as long as it writes. */
async function allKept(driver: WebDriver): Promise<void> {
  await driver.wait(
    async () =>
      driver.executeAsyncScript<boolean>(`
    const done = arguments[arguments.length - 1]
    if (!navigator.locks) return done(true)
    navigator.locks.query().then(({ held, pending }) => done([...held, ...pending].every((lock) => !lock.name.startsWith('stop-start '))), () => done(true))`),
    15_000,
    'a write never ends',
  )
}

/** On every page: words that reach the screen with a mark left in them (`{10 kPa}`) are said to the console, and fail whoever opened the browser. */
const MARK_LEFT = 'A mark is left in the words'
const WATCH_MARKS = `addEventListener('DOMContentLoaded', () => {
  const look = (node) => {
    if (node.nodeType === Node.TEXT_NODE) {
      const within = node.parentElement
      if (within && !within.closest('script, style') && /\\{[-−]?\\d/.test(node.data))
        console.error(${JSON.stringify(MARK_LEFT)} + ': ' + node.data)
    } else node.childNodes.forEach(look)
  }
  new MutationObserver((changes) =>
    changes.forEach(({ type, target, addedNodes }) => (type === 'childList' ? addedNodes.forEach(look) : look(target))),
  ).observe(document.body, { subtree: true, childList: true, characterData: true })
  look(document.body)
})`

export async function openBrowser({
  demo,
  shop = '',
}: {
  demo: boolean
  shop?: 'large' | ''
}): Promise<Session> {
  const port = await freePort()
  const { child, address } = await startServer({ demo, shop, port, quiet: true })
  const profile = mkdtempSync(join(tmpdir(), 'stop-start-'))
  const downloads = mkdtempSync(join(tmpdir(), 'stop-start-saved-'))
  const options = new chrome.Options()
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`)
  options.setBinaryPath('/usr/bin/chromium')
  const driver = (await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
    .build()) as chrome.Driver
  await followRedrawn(driver)
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width: 1280,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  })
  await driver.sendDevToolsCommand('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: downloads,
  })
  await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: WATCH_MARKS })
  return {
    driver,
    saved: savedIn(driver, downloads),
    address: (path) => address.replace(/\/$/, '') + path,
    go: async (path) => {
      await allKept(driver)
      await driver.get(address.replace(/\/$/, '') + path)
    },
    click: async (text) => {
      const where = `//*[self::button or self::a][starts-with(normalize-space(.), ${JSON.stringify(text)})]`
      const target = await driver.wait(until.elementLocated(By.xpath(where)), 15_000, `no button "${text}"`)
      await driver.executeScript(
        'document.evaluate(arguments[0], document, null, 9).singleNodeValue?.scrollIntoView({block: "center"})',
        where,
      )
      await target.click()
    },
    resize: (width, height) =>
      driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
        width,
        height,
        deviceScaleFactor: 1,
        mobile: false,
      }),
    reload: async () => {
      await allKept(driver)
      await driver.navigate().refresh()
    },
    later: async (minutes) => {
      await allKept(driver)
      // Each passing wraps the clock once more: they add up over reloads.
      await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
        source: `(() => { const Real = Date; const shift = ${60_000 * minutes}; globalThis.Date = class extends Real { constructor(...parts) { if (parts.length === 0) super(Real.now() + shift); else super(...parts) } static now() { return Real.now() + shift } } })()`,
      })
      await driver.navigate().refresh()
    },
    problems: async () =>
      (await driver.manage().logs().get('browser'))
        .filter((entry) => entry.level.name_ === 'SEVERE')
        .map((entry) => entry.message),
    close: async () => {
      const said = await driver
        .manage()
        .logs()
        .get('browser')
        .catch(() => [])
      await driver.quit().catch(() => undefined)
      child.kill('SIGTERM')
      for (const folder of [profile, downloads]) rmSync(folder, { recursive: true, force: true })
      const left = said.filter(({ message }) => message.includes(MARK_LEFT))
      if (left.length > 0) throw new Error(left.map(({ message }) => message).join('\n'))
    },
  }
}

/** A browser with the demo jobs in, on Today. */
export async function openDemo(): Promise<Session> {
  const session = await openBrowser({ demo: true })
  await session.go('/')
  await session.driver.wait(
    async () => (await session.driver.getPageSource()).includes('demo-job-18'),
    45_000,
    'the demo jobs never come',
  )
  return session
}
