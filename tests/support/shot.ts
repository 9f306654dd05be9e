/** Photographs of the main views from the demo data: npm run shots -- [folder]. Looked at by a person, kept in docs/screenshots. */
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEMO_VEHICLES } from '@/core/practice'
import { jobFileOf } from './bench'
import { openBrowser } from './browser'

const folder = process.argv[2] ?? 'docs/screenshots'
const only = process.argv[3]?.split(',')
const VIEWS: { name: string; path: string; night?: boolean; settle?: number; acts?: string[] }[] = [
  { name: 'today-day', path: '/' },
  { name: 'complaint-day', path: '/job/complaint?id=demo-job-15', settle: 5000 },
  { name: 'complaint-danger', path: '/job/complaint?id=demo-job-02', settle: 3000 },
  { name: 'trace-day', path: '/job/trace?id=demo-job-15', settle: 5000 },
  { name: 'trace-night', path: '/job/trace?id=demo-job-15', night: true, settle: 5000 },
  { name: 'trace-carburettor', path: '/job/trace?id=demo-job-21', settle: 5000 },
  { name: 'trace-diesel', path: '/job/trace?id=demo-job-31', settle: 5000 },
  { name: 'trace-gauge', path: '/job/trace?id=demo-job-12', settle: 4000 },
  { name: 'trace-smell', path: '/job/trace?id=demo-job-02', settle: 4000 },
  { name: 'survey-day', path: '/job/trace?id=demo-job-29', settle: 3500 },
  { name: 'plan-module-day', path: '/job/plan?id=demo-job-11&repair=module', settle: 2500 },
  { name: 'plan-ways', path: '/job/plan?id=demo-job-11&repair=module', settle: 3000, acts: ['ways'] },
  { name: 'plan-calls', path: '/job/plan?id=demo-job-11&repair=module', settle: 3000, acts: ['calls'] },
  { name: 'work-day', path: '/job/work?id=demo-job-04', settle: 2500 },
  { name: 'bench-day', path: '/job/bench?id=demo-job-11', settle: 3000, acts: ['keep', 'clamp', 'record'] },
  { name: 'bench-sweep', path: '/', settle: 1500, acts: ['worn', 'sweep', 'record'] },
  { name: 'bench-file', path: '/job/bench?id=demo-job-04', settle: 3000, acts: ['file'] },
  { name: 'prove-day', path: '/job/prove?id=demo-job-18', settle: 4000 },
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
/** A recording with a bad row, as a logger with decimal commas writes it. */
function loggerFile(): string {
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-shot-')), 'pass-road-run.csv')
  const comma = (value: number) => value.toFixed(2).replace('.', ',')
  writeFileSync(
    path,
    [
      'Zeit [s];Rail [kPa];Pumpe [A];Drehzahl',
      ...Array.from({ length: 3000 }, (_, k) =>
        k === 1400
          ? '28,00;lost;5,2;820'
          : `${comma(k / 50)};${comma(251 + 3 * Math.sin(k / 3))};${comma(5.2 + 0.1 * Math.sin(k))};820`,
      ),
    ].join('\n'),
  )
  return path
}
const ACTS: Record<string, () => Promise<unknown>> = {
  ways: async () => {
    await touch('[data-act="ways"]')
    await driver.sleep(4000)
  },
  calls: async () => {
    await touch('[data-act="calls"]')
    await driver.sleep(700)
  },
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
  file: async () => {
    await touch('[data-act="sources"]')
    await driver.sleep(400)
    await touch('[data-act="from-file"]')
    await driver.sleep(400)
    await driver.findElement({ css: 'input[name="logger"]' }).sendKeys(loggerFile())
    await driver.sleep(1200)
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
