/** A week planned, moved by hand, a part late and planned again; what one can do now; a calendar that leaves as a file. */
import { notedComplaint } from '@/core/records/noted.fixture'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { orderWaitId, type VehicleRecord } from '@/core/job'
import { usualWays } from '@/core/library'
import { DEMO_VEHICLES } from '@/core/practice'
import { LogBuilder, writeJobFile } from '@/core/records'
import { LAYOUTS, specificationOf } from '@/core/vehicle'
import { Hands, SOON } from '../support/bench'

let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(DEMO_VEHICLES.find(({ unit }) => unit === '04')!)
  await hands.session.go('/')
  await hands.sees('can move now')
  // Whenever this runs, everybody is in: a week without nights and Sundays.
  await hands.session.go('/days')
  await over()
  await hands.driver.executeScript(`
    const floor = JSON.parse(localStorage.getItem('stop-start-floor'))
    for (const person of floor.people) Object.assign(person, { days: [0, 1, 2, 3, 4, 5, 6], hours: { from: 0, to: 1440 }, pause: null })
    const more = floor.people.map((one) => ({ ...one, id: one.id + '-2', name: one.name + ' 2' }))
    // Room enough, so that what moves moves for its own reason.
    localStorage.setItem('stop-start-floor', JSON.stringify({ ...floor, people: [...floor.people, ...more], bays: 12, lifts: 8, oneRoom: false, heater: null }))`)
})
afterAll(() => hands?.session.close())

interface Piece {
  jobId: string
  piece: string
  person: string
  startAt: number
  endAt: number
  byHand: boolean
}
const pieces = async (): Promise<Piece[]> =>
  hands.driver.executeScript(
    `return JSON.parse(localStorage.getItem('stop-start-days') ?? '{"pieces":[]}').pieces`,
  )
const over = () => hands.shown('[data-share="over"]')
const block = ({ jobId, piece }: Piece) => `svg [data-piece="${jobId} ${piece}"]`
/** The soonest piece that is so and stands in the drawing: late in the day much of it lies behind midnight. */
async function drawn(which: (piece: Piece) => boolean): Promise<Piece> {
  const sought = (await pieces()).filter(which).sort((one, other) => one.startAt - other.startAt)
  for (const piece of sought) if (await hands.has(block(piece))) return piece
  await hands.touch('[data-span="week"]')
  for (const piece of sought) if (await hands.has(block(piece))) return piece
  throw new Error('no such piece is drawn')
}
const kept = async (one: Piece): Promise<Piece | undefined> =>
  (await pieces()).find(({ jobId, piece }) => jobId === one.jobId && piece === one.piece)

it('lays every open job on people and bays, and no two things that must not be together', async () => {
  await hands.session.go('/days')
  await over()
  const plan = await pieces()
  expect(new Set(plan.map(({ jobId }) => jobId)).size).toBeGreaterThanOrEqual(6)
  for (const one of plan)
    for (const other of plan)
      if (one !== other && one.person === other.person)
        expect(one.endAt <= other.startAt || other.endAt <= one.startAt).toBe(true)
  await hands.sees('When each is ready')
  expect(await hands.text('ul[data-now]')).toContain('02')
})

let moved: Piece
it('a move says what it breaks before it is let go, by keys', async () => {
  // Danger stands outside and is moved by no one.
  const first = await drawn(({ jobId }) => jobId !== 'demo-job-02')
  await (
    await hands.shown(block(first))
  ).sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT)
  // Back before now: it cannot be, and says so.
  for (let guard = 0; guard < 40 && !(await hands.has('[data-effect="cannot"]')); guard += 1)
    await (await hands.shown(block(first))).sendKeys(Key.ARROW_LEFT)
  await hands.sees('It cannot stand there.')
  await hands.sees('cannot go on before')
  expect(await hands.has('[data-act="put"]')).toBe(false)
  await (await hands.shown(block(first))).sendKeys(Key.ESCAPE)
  await hands.goneOf('[data-effect]')
  expect(await kept(first)).toEqual(first)
})

it('put by touch it stays there, over another plan, until it is let go', async () => {
  const first = await drawn(({ jobId }) => jobId !== 'demo-job-02')
  await (await hands.shown(block(first))).click()
  for (let times = 0; times < 3; times += 1) await hands.act('later')
  await hands.shown('[data-effect="free"], [data-effect="pushes"]')
  await hands.act('put')
  await over()
  await expect.poll(async () => (await kept(first))?.byHand, SOON).toBe(true)
  moved = (await kept(first))!
  expect(moved.startAt - first.startAt).toBe(45 * 60_000)
  await hands.session.reload()
  await over()
  expect(await kept(first)).toEqual(moved)
})

it('dragged by the mouse to somebody else, it goes to them', async () => {
  const other = await drawn(({ jobId, byHand }) => !byHand && jobId !== moved.jobId)
  const people: string[] = await hands.driver.executeScript(
    `return JSON.parse(localStorage.getItem('stop-start-floor')).people.map(({ id }) => id)`,
  )
  const down = people.indexOf(other.person) === 0 ? 1 : -1
  const box = await hands.driver.executeScript<{ high: number }>(
    `return { high: document.querySelector(arguments[0]).getBoundingClientRect().height + 8 }`,
    block(other),
  )
  await hands.driver
    .actions()
    .move({ origin: await hands.shown(block(other)) })
    .press()
    .move({ origin: await hands.shown(block(other)), x: 2, y: Math.round(down * box.high), duration: 60 })
    .release()
    .perform()
  const wanted = people[people.indexOf(other.person) + down]
  // What that person may not do is said and stays in the hand; else it is theirs.
  await hands.driver.wait(
    async () => (await kept(other))?.person === wanted || (await hands.has('[data-effect="cannot"]')),
    15_000,
    'the drag came to nothing',
  )
})

/** A job with a part on order, as another tablet tells it: first that it comes in two hours, then in two days. */
const ORDERED = (() => {
  const { truth: _, ...like } = DEMO_VEHICLES.find(({ unit }) => unit === '11')!
  // One with a high-pressure side: not everybody may open that.
  const vehicle: VehicleRecord = {
    ...like,
    id: 'vehicle-44',
    unit: '44',
    kind: 'real',
    layout: 'A04',
    specification: specificationOf({}, LAYOUTS.A04),
    ways: usualWays('A04'),
  }
  const jobId = 'late-part'
  const from = Date.now() - 3600_000
  const log = new LogBuilder(jobId, { device: 'other tablet', by: 'Jørn' })
    .add(from, 'job-opened', {
      vehicleId: vehicle.id,
      unit: vehicle.unit,
      vehicleName: vehicle.name,
      words: 'Long on the starter',
      neededBy: new Date(Date.now() + 5 * 3600_000).toTimeString().slice(0, 5),
    })
    .add(from, 'complaint-noted', notedComplaint(['longCrank']))
  for (const hours of [2, 48])
    log.add(from + 1000 * hours, 'wait-started', {
      waitId: orderWaitId('parts:Pump module'),
      label: 'Pump module on order',
      minutes: 60 * (hours + 1),
    })
  return { jobId, vehicle, events: log.events }
})()
/** As far as it is told. */
function orderedJob(entries: number): string {
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-late-')), 'late.json')
  writeFileSync(path, writeJobFile({ ...ORDERED, events: ORDERED.events.slice(0, entries), photos: [] }))
  return path
}

it('a part that comes late moves what waits for it, and what was put by hand stays', async () => {
  const repairOf = async () =>
    (await pieces()).find(({ jobId, piece }) => jobId === 'late-part' && piece === 'repair')!
  await hands.takeIn(orderedJob(3), 'late-part')
  await hands.session.go('/days')
  await over()
  const before = await pieces()
  expect((await repairOf()).startAt).toBeLessThan(Date.now() + 40 * 3600_000)
  await hands.takeIn(orderedJob(4), 'late-part')
  await hands.sees('1 entry added')
  await hands.session.go('/days')
  await over()
  await expect.poll(async () => (await repairOf()).startAt, SOON).toBeGreaterThan(Date.now() + 46 * 3600_000)
  const after = await pieces()
  const still = (one: Piece) => after.some((other) => JSON.stringify(other) === JSON.stringify(one))
  for (const one of before.filter(({ byHand }) => byHand)) expect(still(one)).toBe(true)
  // As few others move as can be.
  const others = before.filter(({ jobId }) => jobId !== 'late-part')
  expect(others.filter(still).length / others.length).toBeGreaterThan(0.5)
})

it('somebody leaves the workshop: what only they may do stands aside with its reason', async () => {
  await hands.act('floor')
  await hands.shown('[data-person]')
  // A tool of which there is one is kept with the floor.
  await (await hands.shown('select[name="few-tool"] option:nth-child(2)')).click()
  await hands.act('add-tool')
  expect(await hands.several('[data-tool]', 1)).toHaveLength(1)
  const fields = await hands.several('[data-person]', 1)
  for (const person of fields)
    for (const toggle of await person.findElements(By.css('button[aria-pressed="true"]')))
      if ((await toggle.getText()) === 'high-pressure side') await toggle.click()
  await hands.act('keep-floor')
  await hands.goneOf('[data-person]')
  await over()
  await hands.sees('Nobody here may do it')
  await hands.act('floor')
  await hands.shown('[data-tool]')
  await hands.press('Close')
})

it('leaves as a calendar', async () => {
  await hands.act('calendar')
  const file = await hands.saved('.ics')
  expect(file.startsWith('BEGIN:VCALENDAR\r\n')).toBe(true)
  expect(file.match(/BEGIN:VEVENT/g)!.length).toBe((await pieces()).length)
  expect(file).toMatch(/SUMMARY:Unit \d\d\\, /)
})
