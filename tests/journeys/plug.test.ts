/** A fresh complaint on a demo vehicle with a corroded feed plug, carried to a signed record through the interface alone. */
import { afterAll, beforeAll, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands, SOON } from '../support/bench'

const vehicle = DEMO_VEHICLES.find((candidate) => candidate.unit === '07')!
let hands: Hands
beforeAll(async () => {
  hands = await Hands.at(vehicle)
})
afterAll(() => hands?.session.close())

it('complaint to signed record, reloaded in Trace and in Work, nothing lost', async () => {
  expect(vehicle.truth!.hidden[0]!.faultId).toBe('F79')
  await hands.session.go('/')
  await hands.sees('Larch 12 shuttle minibus')

  // Complaint: the symptom, a raiser, note it.
  await hands.session.go('/job/complaint?id=demo-job-07')
  await hands.press('It turns over but will not start')
  await hands.press('Road salt or standing water')
  await hands.sees('Suspects from the complaint alone')
  await hands.press('Note it and trace')

  // Trace until a repair is named; reloaded after the second reading.
  await hands.entries(0)
  const taken: string[] = []
  while (!(await hands.has('[data-act="plan"]'))) {
    expect(taken.length).toBeLessThan(14)
    taken.push(await hands.takeNextReading())
    await hands.entries(taken.length)
    if (taken.length === 2) {
      await hands.session.reload()
      await hands.entries(2)
    }
  }
  await expect.poll(() => hands.text('h1'), SOON).toContain('Feed plug corroded')
  await hands.act('plan')

  // Plan, then Work, reloaded in the middle.
  await hands.sees('Renew plug X7')
  await hands.act('start')
  const steps = await hands.doAllSteps(async (done) => {
    if (done !== 4) return
    await hands.session.reload()
    await hands.sees('Step 5 of')
  })
  expect(steps).toBeGreaterThan(6)
  hands.cure(['plug'])
  await hands.act('prove')

  // Prove: the same readings again, what was seen, the old part, the signature.
  await hands.sees('The same readings, before and after')
  expect(await hands.proveReadings()).toBeGreaterThan(1)
  for (const item of ['back', 'primes', 'dry', 'starts', 'complaintGone']) await hands.see(item)
  await hands.press('Bad')
  await hands.noCauseBehind()
  await hands.putBack()
  await hands.sees('All is proven.')
  await hands.act('sign')
  await hands.sees('Recorded: unit 07')
  await hands.sees('Renew plug X7')
  expect(await hands.session.problems()).toEqual([])
})
