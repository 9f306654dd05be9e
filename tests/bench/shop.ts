/**
 * npm run bench:shop: a large shop (5,000 vehicles, 20,000 jobs, 200,000 readings, 3,000 parts) in a real browser on
 * a real build. How long its pages take, what a search takes from the key to the list, what it takes of the disk,
 * and how long it is saved and read as one file.
 *   --searches 120  --files
 */
import { parseArgs } from 'node:util'
import { By, Key } from 'selenium-webdriver'
import { seededRandom } from '@/core/shared'
import { openBrowser, type Session } from '../support/browser'

const { values: flags } = parseArgs({
  options: { searches: { type: 'string', default: '120' }, files: { type: 'boolean', default: false } },
})
const quantile = (values: number[], share: number) =>
  [...values].sort((one, other) => one - other)[
    Math.min(values.length - 1, Math.floor(share * values.length))
  ]!
const say = (what: string, figure: string) => console.log(`${what.padEnd(58)}${figure}`)
const seconds = (ms: number) => `${(ms / 1e3).toFixed(2)} s`

const session: Session = await openBrowser({ demo: true, shop: 'large' })
const { driver } = session
const shown = async (css: string, most = 60_000) =>
  driver.wait(async () => (await driver.findElements(By.css(css))).length > 0, most, `nothing like ${css}`)
const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const from = performance.now()
  await work()
  return performance.now() - from
}
const opens = (path: string, css: string) =>
  timed(async () => {
    await session.go(path)
    await shown(css)
  })

try {
  const put = await timed(async () => {
    await session.go('/')
    await shown('[data-large-shop]')
    await driver.wait(
      async () => (await driver.findElements(By.css('[data-large-shop]'))).length === 0,
      900_000,
      'the shop is never whole',
    )
  })
  say('the shop is made and put in', seconds(put))
  const room = await driver.executeAsyncScript<number>(
    'const done = arguments[0]; navigator.storage.estimate().then(({ usage }) => done(usage))',
  )
  say('it takes of the disk', `${Math.round(room / 1e6)} MB`)
  say('Today, until its jobs stand', seconds(await opens('/', '[data-job]')))
  say('Vehicles, until some stand', seconds(await opens('/vehicle', '[data-vehicle]')))
  say('Parts, until the stock stands', seconds(await opens('/parts', '[data-stock]')))
  say('Find, until everything can be sought', seconds(await opens('/find', '[data-result]')))

  const words = [
    'scarp pick',
    'no power uphill',
    'moraine',
    'hatch screw',
    'rusted strap',
    'pump modle',
    'dent',
    'flange seal',
    '4711',
    'cairn 12',
    'filter',
    'larch school',
    'smells fuel',
    'kar relay',
    'a3-2',
    'starts and dies',
    '1204',
    'tornd',
    'serac van strap',
    'whines',
  ]
  const random = seededRandom(5)
  const searches = Number(flags.searches)
  const [inWorker, toList]: [number[], number[]] = [[], []]
  const field = await driver.findElement(By.name('shop'))
  for (let k = 0; k < searches; k += 1) {
    const whole = words[k % words.length]!
    const typed = whole.slice(0, Math.max(2, Math.ceil(whole.length * (0.4 + 0.6 * random.next()))))
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE)
    await driver.sleep(150)
    const took = await driver.executeAsyncScript<[number, number]>(
      `const [typed, done] = arguments
       const field = document.querySelector('input[name="shop"]')
       const head = document.querySelector('[data-ms]')
       const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set
       const from = performance.now()
       set.call(field, typed)
       field.dispatchEvent(new Event('input', { bubbles: true }))
       const seen = new MutationObserver(() => {
         seen.disconnect()
         clearTimeout(late)
         done([Number(head.dataset.ms), performance.now() - from])
       })
       const late = setTimeout(() => (seen.disconnect(), done([NaN, 5000])), 5000)
       seen.observe(head, {
         attributes: true, attributeFilter: ['data-ms'], childList: true, characterData: true, subtree: true,
       })`,
      typed,
    )
    inWorker.push(took[0])
    toList.push(took[1])
  }
  for (const [name, times] of [
    ['in the worker', inWorker],
    ['from the key to the list', toList],
  ] as const)
    say(
      `a search, ${name}`,
      `p50 ${quantile(times, 0.5).toFixed(1)} ms, p95 ${quantile(times, 0.95).toFixed(1)} ms, most ${quantile(times, 1).toFixed(1)} ms`,
    )

  const first = await driver
    .findElement(By.css('[data-result^="vehicle"], [data-result]'))
    .getAttribute('data-result')
  say(
    'a vehicle of it, until its life stands',
    seconds(await opens('/vehicle?id=shop-vehicle-7', '[data-mark]')),
  )
  say(
    'a signed job of it, until its record stands',
    seconds(await opens('/job/record?id=shop-job-7', 'main')),
  )
  say(
    'an open job of it, until a test is named',
    seconds(await opens('/job/trace?id=shop-job-400', '[data-test]')),
  )
  say('Days, until no better plan is looked for', seconds(await opens('/days', '[data-share="over"]')))
  await driver.findElement(By.css('[data-span="week"]')).click()
  await shown('[data-piece]')
  const pieces = await driver.findElements(By.css('[data-piece]'))
  const planned = new Set(
    await Promise.all(pieces.map(async (piece) => (await piece.getAttribute('data-piece'))!.split(' ')[0])),
  )
  say('  it holds', `${planned.size} jobs in ${pieces.length} pieces`)
  if (first === null) throw new Error('nothing was found')
  if (flags.files) {
    await session.go('/')
    await shown('[data-act="files"]')
    await driver.findElement(By.css('[data-act="files"]')).click()
    await shown('[data-act="save-all"]')
    const save = await timed(async () => {
      await driver.findElement(By.css('[data-act="save-all"]')).click()
      await driver.wait(
        async () =>
          (await driver.findElement(By.css('section[aria-label="Save all"]')).getText()).includes('Saved.'),
        900_000,
        'it is never saved',
        2000,
      )
    })
    say('all of it saved as one file', seconds(save))
  }
} finally {
  await session.close()
}
