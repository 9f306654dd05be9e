/** The shop as one file: saved, restored on an empty browser, merged with another tablet's; a bad file is refused with its sentence. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON, jobFileOf, truthOf } from '../support/bench'
import { openBrowser } from '../support/browser'

const vehicle = (unit: string) => {
  const { truth: _, ...like } = DEMO_VEHICLES.find((one) => one.unit === '04')!
  return { ...like, id: `own-${unit}`, unit, name: 'Lerch 9 minibus', kind: 'real' as const }
}
let first: Hands
let second: Hands
const opened = async () => new Hands(await openBrowser({ demo: false }), truthOf(DEMO_VEHICLES[0]!))
beforeAll(async () => {
  first = await opened()
  await first.session.go('/')
  await first.sees('Nothing is in')
}, 120_000)
afterAll(async () => {
  await first?.session.close()
  await second?.session.close()
})

/** Saves everything on a tablet; the path of the file. */
async function saveAll(hands: Hands): Promise<string> {
  await hands.session.go('/')
  await hands.act('files')
  await hands.act('save-all')
  await hands.sees('Saved. Keep it on another device')
  return hands.session.saved('.zip')
}
async function openFile(hands: Hands, path: string) {
  await hands.session.go('/')
  await hands.shown('[data-act="take-in"]')
  await hands.driver.findElement(By.css('input[type="file"]')).sendKeys(path)
}
/** Takes a job in from its file. */
async function bring(hands: Hands, unit: string) {
  await openFile(hands, jobFileOf(`job-${unit}`, vehicle(unit), ['longCrank']))
  await hands.shown(`[data-job="job-${unit}"]`)
}
async function take(hands: Hands, path: string): Promise<string> {
  await openFile(hands, path)
  await hands.shown('[data-act="take-shop"]')
  const said = await hands.text('[data-shop="read"]')
  await hands.act('take-shop')
  await hands.shown('[data-shop="taken"]')
  return said
}
const jobs = async (hands: Hands): Promise<string[]> => {
  await hands.session.go('/')
  await hands.shown('[data-job]')
  const rows = await hands.driver.findElements(By.css('[data-job]'))
  return (await Promise.all(rows.map((row) => row.getAttribute('data-job')))).map(String).sort()
}

let shop: string
it('saved whole, and how much is in no file is said', async () => {
  for (const unit of ['61', '62']) await bring(first, unit)
  await first.session.go('/')
  await first.act('files')
  await first.sees('never saved as one file')
  expect(await (await first.shown('[data-in-no-file]')).getAttribute('data-in-no-file')).toBe('2')
  shop = await saveAll(first)
  await first.shown('[data-in-no-file="0"]')
})

it('jobs, vehicles and readings go out as tables', async () => {
  for (const id of ['vehicles', 'jobs', 'readings']) await first.act(`table-${id}`)
  const [vehicles, jobs, readings] = await Promise.all(
    ['vehicles.csv', 'jobs.csv', 'readings.csv'].map(async (name) =>
      (await first.saved(name)).trim().split('\r\n'),
    ),
  )
  expect(vehicles).toHaveLength(3)
  expect(readings!.length).toBeGreaterThanOrEqual(1)
  expect(jobs).toHaveLength(3)
  expect(jobs![0]).toContain('complaint')
  expect(jobs!.slice(1).join()).toContain('job-61')
})

it('an empty browser has it again by one act', async () => {
  second = await opened()
  await second.session.go('/')
  await second.sees('Nothing is in')
  expect(await take(second, shop)).toMatch(/2 jobs come in, 2 vehicles come in/)
  expect(await jobs(second)).toEqual(['job-61', 'job-62'])
  await second.session.go('/job/complaint?id=job-61')
  await second.sees('What does the driver say?')
})

/** Says a plate of unit 61. */
async function plate(hands: Hands, text: string) {
  await hands.session.go('/vehicle?id=own-61')
  await (await hands.shown('input[name="stamp-plate"]')).sendKeys(text, Key.ENTER)
  await expect
    .poll(() => hands.text('main[aria-label="Vehicle"]'), SOON)
    .not.toContain('Reading what is here')
}
const saidTwice = async (hands: Hands) => {
  await hands.session.go('/vehicle?id=own-61')
  await hands.shown('input[name="stamp-plate"]')
  return hands.driver.findElements(By.css('[data-holds]'))
}

it('two tablets that went apart come together', async () => {
  await bring(first, '63')
  await bring(second, '64')
  await plate(first, 'KL 14')
  await plate(second, 'KL 41')
  const theirs = await saveAll(second)
  const ours = await saveAll(first)
  expect(await take(first, theirs)).toMatch(/1 job come/)
  await take(second, ours)
  const all = ['job-61', 'job-62', 'job-63', 'job-64']
  expect(await jobs(first)).toEqual(all)
  expect(await jobs(second)).toEqual(all)
  // Once more: nothing would change.
  await openFile(first, theirs)
  await first.sees('nothing would change')
})

it('what they say otherwise stands as two on both, until one touch says which holds', async () => {
  for (const hands of [first, second]) {
    await expect.poll(async () => (await saidTwice(hands)).length, SOON).toBe(2)
    expect(await hands.text('[data-said-twice="1"]')).toMatch(/KL 14[^]*KL 41|KL 41[^]*KL 14/)
  }
  await first.touch('[data-holds="field plate 0"]')
  await first.goneOf('[data-said-twice]')
  const held = await (await first.shown('input[name="stamp-plate"]')).getAttribute('value')
  // Which holds is told to the other as well.
  await take(second, await saveAll(first))
  await expect.poll(async () => (await saidTwice(second)).length, SOON).toBe(0)
  expect(await (await second.shown('input[name="stamp-plate"]')).getAttribute('value')).toBe(held)
})

it('a damaged file is refused with its sentence, and nothing is changed', async () => {
  const bytes = readFileSync(shop)
  bytes[60] = bytes[60]! ^ 0xff
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-bad-')), 'bad.zip')
  writeFileSync(path, bytes)
  await openFile(first, path)
  await first.sees('Nothing here was changed')
  writeFileSync(path, 'hello')
  await openFile(first, path)
  await first.sees('It is no whole zip file')
  expect(await jobs(first)).toHaveLength(4)
})
