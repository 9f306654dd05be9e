/** Photographs of the main views from the demo data: npm run shots -- [folder]. Looked at by a person, kept in docs/screenshots. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { DEMO_VEHICLES } from '@/core/practice'
import { jobFileOf } from './bench'
import { openBrowser } from './browser'

const folder = process.argv[2] ?? 'docs/screenshots'
const only = process.argv[3]?.split(',')
const VIEWS: {
  name: string
  path: string
  night?: boolean
  settle?: number
  acts?: string[]
  size?: [number, number]
}[] = [
  { name: 'today-day', path: '/' },
  { name: 'complaint-day', path: '/job/complaint?id=demo-job-15', settle: 5000 },
  { name: 'trace-day', path: '/job/trace?id=demo-job-15', settle: 5000 },
  { name: 'trace-phone', path: '/job/trace?id=demo-job-15', settle: 5000, size: [390, 844] },
  { name: 'trace-portrait', path: '/job/trace?id=demo-job-15', settle: 5000, size: [800, 1280] },
  { name: 'build-day', path: '/job/trace?id=demo-job-09', settle: 3000 },
  { name: 'trace-gauge', path: '/job/trace?id=demo-job-12', settle: 4000 },
  { name: 'survey-day', path: '/job/trace?id=demo-job-29', settle: 3500 },
  { name: 'plan-module-day', path: '/job/plan?id=demo-job-11&repair=module', settle: 2500 },
  { name: 'work-day', path: '/job/work?id=demo-job-04', settle: 2500 },
  { name: 'work-phone', path: '/job/work?id=demo-job-04', settle: 2500, size: [390, 844] },

  { name: 'bench-day', path: '/job/bench?id=demo-job-11', settle: 3000, acts: ['keep', 'clamp', 'record'] },
  { name: 'prove-day', path: '/job/prove?id=demo-job-18', settle: 4000 },
  { name: 'days-day', path: '/days', settle: 6500 },
  { name: 'vehicle-day', path: '/vehicle?id=demo-vehicle-18', settle: 7000 },
  { name: 'parts-day', path: '/parts', settle: 5000 },
  { name: 'sizing-day', path: '/sizing?of=pump&vehicle=demo-vehicle-18&pumps=3&powerW=420 kW', settle: 3000 },
  { name: 'find-day', path: '/find?q=larch', settle: 3000 },
  { name: 'record-day', path: '/job/record?id=demo-job-18', settle: 1500 },
]

const session = await openBrowser({ demo: true })
const { driver } = session
const touch = (css: string) => driver.executeScript('document.querySelector(arguments[0]).click()', css)
const ended = async () => {
  await driver.sleep(600)
  await driver.wait(
    () => driver.executeScript("return document.querySelector('main').dataset.pen === 'ended'"),
    60_000,
  )
  await driver.sleep(3000)
}
const record = async () => {
  await touch('[data-act="record"]')
  await ended()
}
const ACTS: Record<string, () => Promise<unknown>> = {
  record,
  keep: async () => {
    await record()
    await touch('[data-act="keep"]')
    await driver.sleep(3000)
  },
  clamp: async () => {
    await touch('[data-act="pinch-next"]')
    await driver.sleep(500)
  },
  worn: async () => {
    const path = jobFileOf(
      'shot-worn',
      {
        ...DEMO_VEHICLES[1]!,
        id: 'shot-worn',
        unit: '12',
        name: 'Scarp 3 pick-up',
        truth: { seed: 104, hidden: [{ faultId: 'F82', severity: 0.8 }] },
      },
      ['gaugeJumps'],
    )
    await driver.findElement({ css: 'input[type="file"]' }).sendKeys(path)
    await driver.sleep(1500)
    await session.go('/job/bench?id=shot-worn')
    await driver.sleep(2500)
  },
  sweep: async () => {
    await touch('[data-act="choose-capture"]')
    await driver.sleep(500)
    await touch('[data-capture="sweep"]')
    await driver.sleep(500)
  },
}
try {
  mkdirSync(folder, { recursive: true })
  await session.go('/')
  await session.driver.sleep(2500)
  for (const view of VIEWS.filter((candidate) => !only || only.includes(candidate.name))) {
    await session.driver.executeScript(
      `localStorage.setItem('stop-start-light', '${view.night ? 'night' : 'day'}')`,
    )
    const [width, height] = view.size ?? [1280, 800]
    await session.resize(width, height)
    await session.go(view.path)
    await session.driver.sleep(view.settle ?? 1200)
    for (const act of view.acts ?? []) await ACTS[act]!()
    writeFileSync(join(folder, `${view.name}.png`), await session.driver.takeScreenshot(), 'base64')
    const overflow = await session.driver.executeScript(
      'return [document.documentElement.scrollWidth, document.documentElement.scrollHeight]',
    )
    console.log(view.name, overflow, await session.problems())
  }
} finally {
  await session.close()
}
