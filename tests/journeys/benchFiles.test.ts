/** Files of loggers on the bench: two million rows, cancelled half-way and read to the end; bad rows by line; bad files refused; a mapping remembered. */
import { closeSync, mkdtempSync, openSync, rmSync, statSync, writeFileSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

const ROWS = 2_000_000
/** Rows that no reader can take. */
const BAD: Record<number, string> = { 700_001: 'xx;310,0;5,1', 1_400_000: '28000,0;lost;5,0' }
const folder = mkdtempSync(join(tmpdir(), 'stop-start-logger-'))
const long = join(folder, 'long.csv')

/** A steady idle at 50 rows a second, in the manner of a logger with decimal commas. */
function writeLong(): void {
  const file = openSync(long, 'w')
  writeSync(file, 'Zeit [s];Druck Rail [kPa];Strom [A]\r\n')
  const comma = (value: number, digits: number) => value.toFixed(digits).replace('.', ',')
  for (let from = 0; from < ROWS; from += 50_000) {
    let piece = ''
    for (let k = from; k < from + 50_000; k += 1)
      piece += `${BAD[k] ?? `${comma(k / 50, 2)};${comma(252 + 3 * Math.sin(k * 0.7) + (k === 1_234_567 ? 180 : 0), 3)};${comma(5.2 + 0.1 * Math.sin(k), 3)}`}\r\n`
    writeSync(file, piece)
  }
  closeSync(file)
}

let hands: Hands
beforeAll(async () => {
  writeLong()
  hands = await Hands.at(DEMO_VEHICLES.find((candidate) => candidate.unit === '04')!)
  await hands.session.go('/')
  await hands.sees('can move now')
}, 120_000)
afterAll(async () => {
  await hands?.session.close()
  rmSync(folder, { recursive: true, force: true })
})

async function give(path: string): Promise<void> {
  if (!(await hands.has('input[name="logger"]'))) {
    await hands.act('sources')
    await hands.act('from-file')
  }
  await (await hands.shown('input[name="logger"]')).sendKeys(path)
}
const share = async () =>
  Number(await (await hands.shown('[role="progressbar"]')).getAttribute('aria-valuenow'))
const until = (of: () => Promise<boolean>, words: string) => hands.driver.wait(of, 200_000, words)

it('two million rows are cancelled half-way, then read to the end while the page answers', async () => {
  expect(statSync(long).size).toBeGreaterThan(45e6)
  await hands.session.go('/job/bench?id=demo-job-04')
  await hands.choose('steady')
  await give(long)
  await hands.sees('Druck Rail')
  // What its heads said is proposed: a time in seconds, kPa, A.
  await expect
    .poll(async () => (await hands.shown('select[aria-label="Druck Rail is"]')).getAttribute('value'), SOON)
    .toBe('pressure')
  await hands.act('read-file')
  await until(async () => (await share()) >= 40, 'it never came half-way')
  await hands.act('cancel-file')
  await hands.shown('[data-wizard="map"]')
  await expect.poll(() => hands.has('main[data-signal="file"]'), SOON).toBe(false)

  await hands.driver.executeScript(
    `window.beats = []; let last = performance.now(); const beat = () => { const now = performance.now(); window.beats.push(now - last); last = now; requestAnimationFrame(beat) }; requestAnimationFrame(beat)`,
  )
  await hands.act('read-file')
  await until(async () => hands.has('[data-wizard="read"]'), 'it was never read to the end')
  const worst = await hands.driver.executeScript<number>('return Math.max(...window.beats)')
  console.log(
    `${(statSync(long).size / 1e6).toFixed(0)} MB, ${ROWS} rows: longest time without a frame ${Math.round(worst)} ms`,
  )
  expect(worst).toBeLessThan(2000)
  const read = await hands.shown('[data-wizard="read"]')
  expect([await read.getAttribute('data-rows'), await read.getAttribute('data-bad')]).toEqual([
    String(ROWS - 2),
    '2',
  ])
  const said = await read.getText()
  // The header is line 1.
  expect(said).toMatch(/700003\s+no time/)
  expect(said).toMatch(/1400002\s+no number/)
  await hands.act('take-file')
  await hands.shown('main[data-signal="file"]')
  await expect.poll(() => hands.text('[data-origin="file"]'), SOON).toContain('long.csv')
  await hands.shown('section[aria-label="What the capture means"]')
  await expect
    .poll(() => hands.text('section[aria-label="What the capture means"]'), SOON)
    .toMatch(/Mean 25\d/)
  // The one spike among two million is held.
  await expect
    .poll(() => hands.text('aside[aria-label="Instruments and verdict"]'), SOON)
    .toMatch(/most 4[23]\d/)
})

it('the mapping is remembered, and what is changed in it counts the next time', async () => {
  const small = join(folder, 'small.csv')
  writeFileSync(
    small,
    [
      'Zeit [s];Druck Rail [kPa];Strom [A]',
      ...Array.from({ length: 200 }, (_, k) => `${String(k / 10).replace('.', ',')};${250 + (k % 3)};5,2`),
    ].join('\n'),
  )
  await give(small)
  await hands.sees('Mapped as the last time.')
  const select = await hands.shown('select[aria-label="Strom is"]')
  await select.findElement(By.css('option[value=""]')).click()
  await hands.press('Read 1 channel')
  await hands.act('take-file')
  await give(small)
  await hands.sees('Mapped as the last time.')
  await expect
    .poll(async () => (await hands.shown('select[aria-label="Strom is"]')).getAttribute('value'), SOON)
    .toBe('')
  await hands.press('Another file')
})

it.each([
  { name: 'empty.csv', content: '', says: 'it is empty' },
  { name: 'packed.csv', content: 'PK\u0003\u0004\u0000\u0000\u0000', says: 'line 1 holds no text' },
  { name: 'letter.csv', content: 'Dear workshop\nthe van is at the door\n', says: 'line 1' },
  { name: 'heads.csv', content: `t;p;x\n${'a;b;c\n'.repeat(80)}`, says: 'hold no row of numbers' },
  {
    name: 'rows.csv',
    content: `t [s];p [kPa]\n${Array.from({ length: 70 }, (_, k) => `${k};${k}`).join('\n')}`,
    says: null,
  },
])('$name: refused with its line and reason, and nothing is lost', async ({ name, content, says }) => {
  const path = join(folder, name)
  writeFileSync(path, content)
  await give(path)
  if (says === null) return void (await hands.shown('[data-wizard="map"]'))
  await hands.sees(says)
  await hands.sees('Nothing has changed.')
  await expect.poll(() => hands.has('main[data-signal="file"]'), SOON).toBe(true)
})
