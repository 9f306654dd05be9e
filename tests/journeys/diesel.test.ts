/** A piste groomer, suction-fed diesel, low on power: traced to its first filter, repaired, proven, signed. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '31')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
})
afterAll(() => hands?.session.close())

it('from two readings to a signed record on the suction side', async () => {
  expect(vehicle.truth!.hidden[0]!.faultId).toBe('F41@firstFilter')
  await hands.session.go('/')
  await hands.sees('Arete 5 piste groomer')
  await hands.session.go('/job/trace?id=demo-job-31')
  await hands.entries(2)
  // An earlier owner's filter is said where it sits; tracks and suspects follow, and it can be taken back.
  await hands.openSegment('suctionLine')
  await hands.act('differs-insert')
  await hands.shown('[data-segment="addedFilter1"]')
  await hands.entries(2)
  await hands.openSegment('addedFilter1')
  await hands.sees('Added filter behind: suction line')
  await hands.act('differs-back')
  await hands.goneOf('[data-segment="addedFilter1"]')
  await hands.entries(2)
  let taken = 2
  while (!(await hands.has('[data-act="plan"]'))) {
    expect(taken).toBeLessThan(16)
    await hands.takeNextReading()
    taken += 1
    await hands.entries(taken)
  }
  expect(await hands.text('h1')).toContain('First filter clogged')
  await hands.act('plan')
  await hands.sees('Fit a new first filter')
  await hands.act('start')
  expect(await hands.doAllSteps()).toBeGreaterThan(3)
  hands.cure(['firstFilter'])
  await hands.act('prove')
  await hands.sees('The same readings, before and after')
  expect(await hands.proveReadings()).toBeGreaterThan(1)
  for (const item of ['primes', 'dry', 'starts', 'complaintGone']) await hands.see(item)
  await hands.press('Bad')
  await hands.noCauseBehind()
  await hands.sees('All is proven.')
  await hands.act('sign')
  await hands.sees('Recorded: unit 31')
  await hands.session.go('/job/bench?id=demo-job-31')
  await hands.sees('This fuel system holds no pressure to time.')
  expect(await hands.session.problems()).toEqual([])
})
