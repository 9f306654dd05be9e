/** Photographs of the main views from the demo data: npm run shots -- [folder]. Looked at by a person, kept in docs/screenshots. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { openBrowser } from './browser'

const folder = process.argv[2] ?? 'docs/screenshots'
const only = process.argv[3]?.split(',')
const VIEWS: { name: string; path: string; night?: boolean; settle?: number }[] = [
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
  { name: 'work-day', path: '/job/work?id=demo-job-04', settle: 2500 },
  { name: 'bench-day', path: '/job/bench?id=demo-job-11', settle: 1500 },
  { name: 'prove-day', path: '/job/prove?id=demo-job-18', settle: 4000 },
  { name: 'record-day', path: '/job/record?id=demo-job-18', settle: 1500 },
]

const session = await openBrowser({ demo: true })
try {
  mkdirSync(folder, { recursive: true })
  await session.go('/')
  await session.driver.sleep(2500)
  for (const view of VIEWS.filter((candidate) => !only || only.includes(candidate.name))) {
    await session.driver.executeScript(`localStorage.setItem('stop-start-light', '${view.night ? 'night' : 'day'}')`)
    await session.go(view.path)
    await session.driver.sleep(view.settle ?? 1200)
    if (view.name === 'bench-day') {
      await session.click('Prime, stop and record')
      await session.driver.sleep(14000)
    }
    writeFileSync(join(folder, `${view.name}.png`), await session.driver.takeScreenshot(), 'base64')
    const overflow = await session.driver.executeScript('return [document.documentElement.scrollWidth, document.documentElement.scrollHeight]')
    console.log(view.name, overflow, await session.problems())
  }
} finally {
  await session.close()
}
