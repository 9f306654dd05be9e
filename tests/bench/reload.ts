/** npm run bench:reload: how long Trace takes to name suspects, on the first visit to a vehicle and after a reload. */
import { openBrowser } from '../support/browser'

const JOBS = ['demo-job-15', 'demo-job-31', 'demo-job-12']
const RUNS = 3
const session = await openBrowser({ demo: true })
const sleep = (ms: number) => new Promise((wake) => setTimeout(wake, ms))

/** Milliseconds from the start of the navigation until the next test stands on the page, and with which table. */
async function untilUsable(): Promise<{ ms: number; stage: string }> {
  return session.driver.executeAsyncScript<{ ms: number; stage: string }>(`
    const done = arguments[arguments.length - 1]
    const look = () => {
      const sheet = document.querySelector('[data-stage]')
      if (sheet) done({ ms: performance.now(), stage: sheet.dataset.stage })
      else requestAnimationFrame(look)
    }
    look()`)
}

await session.driver.manage().setTimeouts({ script: 60_000 })
await session.go('/')
await session.driver.wait(async () => (await session.driver.getPageSource()).includes('demo-job-18'), 45_000)
const address = (id: string) => `/job/trace?id=${id}`
for (const id of JOBS) {
  await session.go(address(id))
  const first = await untilUsable()
  await sleep(12_000)
  const again = []
  for (let run = 0; run < RUNS; run += 1) {
    await session.driver.navigate().refresh()
    again.push(await untilUsable())
    await sleep(1000)
  }
  console.log(
    `${id}: first ${first.ms.toFixed(0)} ms (${first.stage}); reloaded ${again.map(({ ms, stage }) => `${ms.toFixed(0)} ms (${stage})`).join(', ')}`,
  )
}
await session.close()
