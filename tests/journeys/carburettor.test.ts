/** A snow scooter that floods at idle and starves on the slope: two faults on one carburettor line, both found, nothing sound taken out. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '25')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
})
afterAll(() => hands?.session.close())

it('floods and starves, and is cured of both', async () => {
  expect(vehicle.truth!.hidden.map((fault) => fault.faultId)).toEqual(['F57', 'F35'])
  await hands.session.go('/')
  await hands.sees('Firn 1 snow scooter')
  await hands.session.go('/job/trace?id=demo-job-25')
  await hands.entries(0)
  const first = await hands.traceOn(0)
  const repairs = [await hands.repair()]
  await hands.complaintRemains()
  const second = await hands.traceOn(0)
  repairs.push(await hands.repair())
  expect(repairs.sort(), `${first} ${second}`).toEqual(['carburettor', 'suctionLine'])
  await hands.signProven('25')
  expect(await hands.session.problems()).toEqual([])
})
