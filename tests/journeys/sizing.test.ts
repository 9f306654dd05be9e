/** The desk: a module that will not pass is told before it is bought, a duty table leaves, an arm is laid out, a figure that cannot be is asked back; kept with the vehicle. */
import { Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON, truthOf } from '../support/bench'
import { openBrowser } from '../support/browser'

let hands: Hands
beforeAll(async () => {
  hands = new Hands(await openBrowser({ demo: true }), truthOf(DEMO_VEHICLES[0]!))
  await hands.session.go('/')
  await hands.shown('[data-job]')
}, 120_000)
afterAll(() => hands?.session.close())

const type = async (name: string, text: string) =>
  (await hands.shown(`input[name="${name}"]`)).sendKeys(Key.chord(Key.CONTROL, 'a'), text)
const valueOf = async (name: string) => (await hands.shown(`input[name="${name}"]`)).getAttribute('value')
const choose = async (name: string, value: string) =>
  (await hands.shown(`select[name="${name}"] option[value="${value}"]`)).click()

it('a module that will not go through the opening is told, and what would let it', async () => {
  await hands.session.go('/sizing?of=passage')
  await hands.sees('needs an opening of')
  await hands.shown('[data-verdict="no"]')
  await type('headroomM', '400')
  await hands.shown('[data-verdict="good"]')
  await hands.sees('It goes straight through')
  await type('clampM', '14')
  await hands.sees('The clamp fouls')
})

it('a figure that cannot be is asked back with its bounds, and the last answer stands', async () => {
  await choose('question', 'line')
  await hands.sees('a feed may lose')
  await type('boreM', '90')
  await hands.sees('2 mm to 25 mm. Inside, not the size of the pipe.')
  await hands.sees('That was the last answer')
  expect(await hands.has('[data-act="sizing-file"]')).toBe(false)
  await hands.shown('[data-caution]')
  await type('boreM', '7.5')
  await hands.shown('[data-verdict="good"]')
})

it('from a vehicle it begins with the vehicle’s own figures, is kept with it, and comes back by its link', async () => {
  await hands.session.go('/vehicle?id=demo-vehicle-18')
  await hands.act('size-it')
  await hands.sees('Begins with what is known of unit 18')
  await type('pumps', '3')
  await type('powerW', '300')
  await hands.sees('With one dead')
  await hands.act('keep-sizing')
  await hands.sees('Kept with the vehicle')
  await hands.session.go('/vehicle?id=demo-vehicle-18')
  await (await hands.shown('[data-sized="pump"] a')).click()
  await expect.poll(() => valueOf('powerW'), SOON).toBe('300')
  expect(await valueOf('pumps')).toBe('3')
})

it('a duty table leaves as a table, and the whole question as a file', async () => {
  await hands.session.go('/sizing?of=duty')
  await hands.shown('[data-curve]')
  await hands.act('sizing-table')
  const table = await hands.saved('duty.csv')
  expect(table.split('\r\n')[0]).toContain('Duty at 13.5 V')
  expect(table.trim().split('\r\n').length).toBe(13)
  await hands.act('sizing-file')
  expect(JSON.parse(await hands.saved('duty.json'))).toMatchObject({
    format: 'stop-start-sizing',
    of: 'duty',
  })
})

it('an arm is laid out: what strikes is told, and what it shows half way up', async () => {
  await choose('question', 'sender')
  await hands.shown('[data-to-scale]')
  await type('depthM', '320')
  await hands.sees('strikes the roof')
  await type('fullM', '295')
  await hands.shown('[data-figure="half"]')
  await hands.act('how')
  await hands.shown('[data-table]')
})
