/** A school bus that smells of fuel: it is not started; the meter finds the place, the joint is remade and seen dry. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '02')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle, 'leak')
})
afterAll(() => hands?.session.close())

it('from the smell to the joint that was wet, and dry again', async () => {
  expect(vehicle.truth!.hidden[0]!.faultId).toBe('F37@rearPlace')
  await hands.session.go('/')
  await hands.sees('Smell of fuel at the rear step')
  await hands.session.go('/job/complaint?id=demo-job-02')
  await hands.sees('Do not start it')
  await hands.sees('Leak not found: it stays outside')
  await hands.press('Note it. Trace without starting it')
  await hands.entries(0)
  await expect.poll(() => hands.text('h1'), SOON).toContain('Do not start it')
  await hands.traceOn(0, '[data-hold="meter"]')
  await hands.sees('LEL: everyone out')
  await expect.poll(() => hands.has('[data-act="plan"]'), SOON).toBe(false)
  await hands.meter(34)
  await hands.sees('Held until the meter is under 10 % LEL')
  await hands.meter(6)
  await hands.goneOf('[data-hold="meter"]')
  await hands.traceOn(hands.taken)
  await hands.sees('Rear joint leaks')
  expect(await hands.repair()).toBe('feedJoint')
  await hands.signProven('02')
  expect(await hands.session.problems()).toEqual([])
})

it('a vehicle that ran dry goes a known way, and asks why', async () => {
  await hands.session.go('/job/complaint?id=demo-job-07')
  await hands.act('way-ranDry')
  await hands.sees('Key on 2 s, off 10 s, 5 times')
  await hands.act('way-runs')
  await hands.sees('Why did it run dry?')
  await hands.act('why-gauge')
  await hands.press('Note it and trace')
  await hands.entries(0)
  await hands.shown('svg[aria-label="Gauge loop with readings and suspects"]')
  await hands.session.go('/job/record?id=demo-job-07')
  await hands.sees('It ran dry: filled and primed, it ran')
})
