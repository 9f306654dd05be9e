/** A camper bus that stood for eleven years: surveyed from tank to engine, a line split in halves, nothing switched on before its turn. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(DEMO_VEHICLES.find((vehicle) => vehicle.unit === '29')!)
})
afterAll(() => hands?.session.close())

it('what is bad holds what comes after it, and a line is split in halves', async () => {
  await hands.session.go('/')
  await hands.sees('Stood in the shed')
  await hands.session.go('/job/trace?id=demo-job-29')
  await hands.sees('Bad so far: fuel, battery.')
  await hands.sees('Drain and rinse the tank')
  const seen = await hands.survey({ feedLine: 'bad', feedFront: 'bad' })
  expect(seen).toContain('tankInside')
  expect(seen.indexOf('feedFront')).toBeGreaterThan(seen.indexOf('feedLine'))
  expect(seen).not.toContain('pumpRuns')
  await hands.sees('First put right:')
  await hands.openItem('pumpRuns')
  await hands.sees('Held until good or put right: fuel')
  await expect.poll(() => hands.isHeld('[data-find="good"]'), SOON).toBe(true)
  await hands.sees('Renew the front feed line')
  await hands.act('plan')
  await hands.shown('[aria-label="Plan"] [data-act="start"]')
  expect(await hands.session.problems()).toEqual([])
})

it('the survey begins at the complaint, and can be left for a trace', async () => {
  await hands.session.go('/job/complaint?id=demo-job-07')
  await hands.act('way-stoodYears')
  await hands.act('survey')
  await hands.sees('No single fault: look along the whole path.')
  await hands.act('end-survey')
  await hands.sees('What does the driver say?')
})
