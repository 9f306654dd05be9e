/** The bench from gauge to verdict: which side leaks, a worn sender, a table for a gauge, and what is no evidence. */
import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { writeHead, writeLine } from '@/core/bench'
import { DEMO_VEHICLES, standInRun } from '@/core/practice'
import type { VehicleRecord } from '@/core/job'
import { Hands, jobFileOf, SOON } from '../support/bench'

const base = DEMO_VEHICLES.find((candidate) => candidate.unit === '04')!
const withFault = (unit: string, faultId: string, severity: number, seed = 72): VehicleRecord => ({
  ...base,
  id: `vehicle-${unit}`,
  unit,
  name: 'Cairn post van',
  truth: { seed, hidden: [{ faultId, severity }] },
})
/** Places at which the float, on its way up, finds no contact. */
function gapsOf(vehicle: VehicleRecord): number {
  const ohms = standInRun({
    vehicle,
    repaired: [],
    taking: { kind: 'sweep', testId: 'T68', clamped: 'none' },
    attempt: 0,
  })!.channels[0]!.values
  return ohms
    .slice(0, ohms.length / 2)
    .filter((value, k) => Number.isNaN(value) && !Number.isNaN(ohms[k - 1] ?? NaN)).length
}
const worn = Array.from({ length: 40 }, (_, k) => withFault('62', 'F82', 0.8, 100 + k)).find(
  (vehicle) => gapsOf(vehicle) === 2,
)!
const real: VehicleRecord = {
  ...base,
  id: 'vehicle-63',
  unit: '63',
  name: 'Tarn sweeper',
  kind: 'real',
  truth: undefined,
}

let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(base)
  await hands.takeIn(jobFileOf('job-61', withFault('61', 'F51', 0.95), ['longCrank']), 'job-61')
  await hands.takeIn(jobFileOf('job-62', worn, ['gaugeJumps']), 'job-62')
  await hands.takeIn(jobFileOf('job-63', real, ['longCrank']), 'job-63')
})
afterAll(() => hands?.session.close())

it('a leak-down with one side clamped after the other ends at the injectors', async () => {
  await hands.session.go('/job/bench?id=job-61')
  for (const next of ['none', 'feed', 'return', 'both']) {
    await hands.shown(`section[aria-label="Pinch isolation"][data-next="${next}"]`)
    if (next !== 'none') await hands.act('pinch-next')
    expect(await hands.record()).toBe('It leaks.')
    await hands.keep()
  }
  await expect
    .poll(
      async () => (await hands.shown('section[aria-label="Pinch isolation"]')).getAttribute('data-leaks'),
      SOON,
    )
    .toBe('rail')
  await hands.sees('The rail side leaks.')
  await hands.session.go('/job/trace?id=job-61')
  await hands.entries(3)
  await expect.poll(() => hands.text('aside[aria-label="Suspects and evidence"]'), SOON).toMatch(/injector/i)
})

it('a sweep of a worn sender shows two drop-outs and goes to Trace', async () => {
  await hands.session.go('/job/bench?id=job-62')
  await hands.choose('sweep')
  expect(await hands.record()).toBe('Two drop-outs.')
  await hands.sees('a worn track')
  await hands.keep()
  await hands.session.go('/job/trace?id=job-62')
  await hands.entries(1)
  // In the record it is drawn over its float, and the drawing leaves as a file.
  await hands.session.go('/job/record?id=job-62')
  await hands.shown('[data-figure] polyline')
  await hands.act('figure-svg')
  const svg = await hands.saved('.svg')
  expect(svg).toContain('>Float, %<')
  expect(svg).toContain('<polyline')
  await hands.act('figure-png')
  const png = readFileSync(await hands.session.saved('.png'))
  expect(png.subarray(1, 4).toString()).toBe('PNG')
})

it('a tank calibration is saved as the table of a gauge', async () => {
  await hands.session.go('/job/bench?id=demo-job-12')
  await hands.choose('calibration')
  expect(await hands.record()).toBe('The table is whole.')
  await hands.press('24')
  await hands.act('gauge-table')
  const rows = (await hands.saved('gauge-table-24.csv')).trim().split('\r\n')
  expect(rows[0]).toBe('point,sender [ohm],in the tank [L]')
  expect(rows).toHaveLength(25)
  const litres = rows.slice(1).map((row) => Number(row.split(',')[2]))
  const ohms = rows.slice(1).map((row) => Number(row.split(',')[1]))
  expect(litres.every((value, k) => k === 0 || value > litres[k - 1]!)).toBe(true)
  // An iron gauge: its sender rises as it fills.
  expect(ohms.every((value, k) => k === 0 || value >= ohms[k - 1]!)).toBe(true)
  await (await hands.shown('input[aria-label^="In the tank now"]')).sendKeys(String(litres[12]))
  await (await hands.shown('input[aria-label="Sender reading now"]')).sendKeys(String(ohms[12]))
  await hands.sees('Plausible.')
})

it('flags move by key, the whole screen reads at cursors, and a capture leaves as CSV', async () => {
  await hands.session.go('/job/bench?id=demo-job-11')
  await hands.record()
  const flag = await hands.shown('[data-flag="B"]')
  const before = Number(await flag.getAttribute('aria-valuenow'))
  await flag.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_LEFT), Key.ARROW_LEFT)
  await expect
    .poll(
      async () => Number(await (await hands.shown('[data-flag="B"]')).getAttribute('aria-valuenow')),
      SOON,
    )
    .toBeLessThan(before - 5)
  await hands.act('full')
  await hands.sees('II less I')
  await hands.act('closer')
  await hands.act('full-table')
  await hands.sees('samples')
  await hands.act('full-close')
  await hands.act('csv')
  const csv = await hands.saved('.csv')
  expect(csv).toContain('# stand-in: a signal that no vehicle gave')
  expect(csv).toContain('# verdict: It leaks.')
  expect(csv).toContain('time [s],rail [kPa],pump [A]')
})

it('the gauge gateway speaks the same lines as the tablet', async () => {
  await hands.session.go('/job/bench?id=demo-job-11')
  await hands.act('sources')
  await hands.press('Stand-in, by the gauge gateway')
  expect(await hands.record()).toBe('It leaks.')
  await hands.sees('by gateway')
})

it('on a real vehicle no stand-in plays; a hand reads, by an own instrument that is doubtful', async () => {
  await hands.session.go('/job/bench?id=job-63')
  await hands.sees('This is a real vehicle.')
  await expect.poll(() => hands.isHeld('[data-act="record"]'), SOON).toBe(true)
  await hands.act('sources')
  await hands.act('new-instrument')
  await (await hands.shown('input[name="name"]')).sendKeys('Old gauge')
  await hands.press('Doubtful')
  await hands.act('keep-instrument')
  await hands.sees('doubtful')
  await hands.press('Close')
  await hands.press('By hand')
  for (const [name, value] of [
    ['start', '310'],
    ['later', '120'],
  ] as const)
    await (await hands.shown(`input[name="${name}"]`)).sendKeys(value)
  await expect.poll(() => hands.text('[data-said]'), SOON).toBe('It leaks.')
  await hands.keep()
  await hands.sees('Doubtful instrument.')
  await hands.session.go('/job/trace?id=job-63')
  await hands.entries(1)
  expect((await hands.driver.findElements(By.css('aside[aria-label="Suspects and evidence"]'))).length).toBe(
    1,
  )
})

it('a gauge gateway of the workshop’s own reads a real vehicle, and what it reads is evidence', async () => {
  const gateway = createServer((_, reply) => {
    reply.writeHead(200, { 'content-type': 'text/plain', 'access-control-allow-origin': '*' })
    reply.write(
      writeHead({
        name: 'Gauge trolley',
        standIn: false,
        channels: [
          { id: 'rail', quantity: 'pressure', unit: 'bar', accuracy: { relative: 0.005, absolute: 0.02 } },
        ],
      }),
    )
    let k = 0
    const pen = setInterval(() => {
      for (const end = k + 10; k < end; k += 1)
        reply.write(writeLine({ seconds: k / 20, channel: 'rail', value: 301e3 + 900 * Math.sin(k) }, 'bar'))
      if (k < 240) return
      clearInterval(pen)
      reply.end('12.1 rail lots bar\n')
    }, 100)
  })
  await new Promise<void>((ready) => gateway.listen(0, ready))
  try {
    await hands.session.go('/job/bench?id=job-63')
    await hands.choose('steady')
    await hands.act('sources')
    await (
      await hands.shown('input[name="gateway"]')
    ).sendKeys(`http://localhost:${(gateway.address() as AddressInfo).port}/`)
    await hands.press('Use it')
    expect(await hands.record()).toBe('The pressure is right.')
    await expect
      .poll(async () => (await hands.shown('main[data-pen]')).getAttribute('data-signal'), SOON)
      .toBe('vehicle')
    await hands.sees('One line could not be read.')
    await hands.keep()
    await hands.session.go('/job/trace?id=job-63')
    await expect.poll(() => hands.text('section[aria-label="Evidence"]'), SOON).toContain('Rail, key on')
  } finally {
    gateway.close()
  }
})
