/** A pick-up whose fuel gauge is dead, with two faults in one loop: the gauge, and behind it the tank plug. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '12')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle, 'gauge')
})
afterAll(() => hands?.session.close())

it('cures one, finds that the complaint remains, and goes on to the other', async () => {
  expect(vehicle.truth!.hidden.map((fault) => fault.faultId).sort()).toEqual(['F79g', 'F87'])
  await hands.session.go('/')
  await hands.sees('Scarp 3 pick-up')
  await hands.session.go('/job/complaint?id=demo-job-12')
  await hands.sees('Gauge at empty, the tank is not')
  await hands.session.go('/job/trace?id=demo-job-12')
  await hands.entries(2)
  await hands.sees('too little')
  const first = await hands.traceOn(2)
  const repairs = [await hands.repair()]
  await hands.complaintRemains()
  const second = await hands.traceOn(0)
  repairs.push(await hands.repair())
  // Both findings were right: nothing sound was taken out.
  expect(repairs.sort(), `${first} ${second}`).toEqual(['gauge', 'senderPlug'])
  await hands.signProven('12')
  expect(await hands.session.problems()).toEqual([])
})
