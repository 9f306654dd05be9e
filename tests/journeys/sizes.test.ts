/** Every main view in every shape of glass, by day and by night: nothing sideways, nothing cut, nothing over another, the main act in sight, and axe finds nothing. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { openBrowser, type Session } from '../support/browser'

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
] as const
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

let session: Session
beforeAll(async () => {
  session = await openBrowser({ demo: true })
  await session.go('/')
  await session.driver.wait(
    async () => (await session.driver.getPageSource()).includes('demo-job-18'),
    45_000,
    'the demo jobs never come',
  )
})
afterAll(() => session?.close())

const resize = (width: number, height: number) => session.resize(width, height)

interface Seen {
  sideways: number
  cut: string[]
  over: string[]
  small: string[]
  act: boolean
}

/** What the page itself says of how it lies. */
const lookAt = (act: string | null) =>
  session.driver.executeScript<Seen>(
    `const act = arguments[0]
     const shown = (element) => { const box = element.getBoundingClientRect(); const style = getComputedStyle(element); return box.width > 1 && box.height > 1 && style.visibility !== 'hidden' && !element.closest('.sr-only') }
     const name = (element) => (element.innerText || element.getAttribute('aria-label') || element.tagName).trim().slice(0, 40)
     const texts = [...document.querySelectorAll('h1, h2, h3, p, li, td, th, button, a, label')].filter(shown)
     const cut = texts.filter((element) => {
       const style = getComputedStyle(element)
       if (style.textOverflow === 'ellipsis' || element.closest('svg')) return false
       return element.scrollWidth > element.clientWidth + 2 && style.overflowX !== 'visible' && style.overflowX !== 'auto' && style.overflowX !== 'scroll'
     }).map(name)
     const boxes = [...document.querySelectorAll('svg text')].filter(shown).map((element) => ({ element, box: element.getBoundingClientRect() }))
     const over = []
     for (let i = 0; i < boxes.length; i += 1) for (let k = i + 1; k < boxes.length; k += 1) {
       const [one, other] = [boxes[i].box, boxes[k].box]
       const [x, y] = [Math.min(one.right, other.right) - Math.max(one.left, other.left), Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top)]
       if (x > 3 && y > 6) over.push(boxes[i].element.textContent + ' / ' + boxes[k].element.textContent)
     }
     const small = [...document.querySelectorAll('button, a[href], input:not([type=file]), select')].filter(shown).filter((element) => { const box = element.getBoundingClientRect(); return box.height < 43.5 || box.width < 35.5 }).map(name)
     const main = act && [...document.querySelectorAll(act)].find(shown)
     const box = main && main.getBoundingClientRect()
     return {
       sideways: document.documentElement.scrollWidth - document.documentElement.clientWidth,
       cut, over, small,
       act: !act || (!!box && box.top >= 0 && box.bottom <= innerHeight + 1),
     }`,
    act,
  )

const axe = () =>
  session.driver.executeAsyncScript<string[]>(
    `const done = arguments[arguments.length - 1]
     if (!window.axe) { ${AXE} }
     window.axe.run(document, { resultTypes: ['violations'] }).then(
       ({ violations }) => done(violations.flatMap(({ id, nodes }) => nodes.map((node) => id + ': ' + node.target.join(' ')))),
       (problem) => done([String(problem)]),
     )`,
  )

/** The page as it stands once nothing is worked on. */
async function settled(): Promise<void> {
  await expect
    .poll(
      async () => {
        const text = await session.driver.executeScript<string>('return document.body.innerText')
        return /Opening the job|Solving this vehicle|Fetching the plan|Working out|Reading what is here|· working/.test(
          text,
        )
      },
      { timeout: 45_000, interval: 100 },
    )
    .toBe(false)
}

const NOTHING: Seen = { sideways: 0, cut: [], over: [], small: [], act: true }

/** What is wrong on the page as it stands. */
async function wrong(act: string | null): Promise<string[]> {
  const seen = await lookAt(act)
  const lies = Object.entries({ ...seen, sideways: Math.max(0, seen.sideways) })
    .filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(NOTHING[key as keyof Seen]))
    .map(([key, value]) => `${key}: ${JSON.stringify(value)}`)
  return [...lies, ...(await axe())]
}

it.each(VIEWS)('%s', { timeout: 180_000 }, async (_name, path, act) => {
  await resize(1280, 800)
  await session.go(path)
  const found: Record<string, string[]> = {}
  for (const [width, height] of SIZES) {
    await resize(width, height)
    // The page lays itself out anew, and asks for nothing but what it had.
    await session.driver.sleep(250)
    await settled()
    found[`${width} x ${height}`] = await wrong(act)
  }
  for (const [width, height] of [SIZES[1], SIZES[7]]) {
    await resize(width, height)
    await session.driver.executeScript("document.documentElement.dataset.light = 'night'")
    found[`${width} x ${height} by night`] = await axe()
    await session.driver.executeScript('delete document.documentElement.dataset.light')
  }
  expect(Object.fromEntries(Object.entries(found).filter(([, problems]) => problems.length > 0))).toEqual({})
})
