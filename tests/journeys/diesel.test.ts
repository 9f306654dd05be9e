/** A piste groomer, suction-fed diesel, low on power: traced to its first filter, repaired, proven, signed. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

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
  expect(await hands.traceOn(2)).toContain('First filter clogged')
  expect(
    await hands.repair('bleed', async () => {
      // Ways to bleed laid side by side for this line; the primer's strokes are counted.
      await hands.act('bleeding')
      await hands.shown('[data-bleed="vacuum"]')
      await hands.act('bleed-vacuum')
      await hands.act('bleed-primer')
      for (let k = 0; k < 21; k += 1)
        await (await hands.shown('button[aria-label^="Strokes"][aria-label$="more"]')).click()
      await hands.sees('Over 100 strokes.')
      await hands.act('bled-firm')
      await hands.sees('105 strokes, 0 cranks: firm.')
      await hands.press('Close')
    }),
  ).toBe('firstFilter')
  await hands.signProven('31')
  await hands.session.go('/job/bench?id=demo-job-31')
  // Nothing holds pressure here that could be timed; feed pressure and vacuum are what the bench offers.
  await hands.act('choose-capture')
  await expect.poll(() => hands.isHeld('[data-capture="leakDown"]'), SOON).toBe(true)
  await expect.poll(() => hands.isHeld('[data-capture="vacuum"]'), SOON).toBe(false)
  expect(await hands.session.problems()).toEqual([])
})
