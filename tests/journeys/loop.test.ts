/** Gauge loops that are not of the usual kind, 90 to 12 ohm on a 6 V limiter: one that is sound, and one that is not; and a car that runs on ethanol. */
import { Key } from 'selenium-webdriver'
import { afterEach, expect, it } from 'vitest'
import type { VehicleRecord } from '@/core/job'
import { Hands, jobFileOf } from '../support/bench'
import { ownVehicle } from '../support/vehicles'

const maker = (value: number) => ({ value, source: 'maker' as const })
const OWN = { senderEmptyOhm: maker(90), senderFullOhm: maker(12), limiterV: maker(6) }
let hands: Hands
afterEach(() => hands?.session.close())

async function begin(
  vehicle: VehicleRecord,
  jobId: string,
  symptoms: string[],
  figures?: typeof vehicle.specification,
) {
  hands = await Hands.at(vehicle, symptoms[0]!.startsWith('gauge') ? 'gauge' : 'engine', figures)
  await hands.takeIn(jobFileOf(jobId, vehicle, symptoms), jobId)
  await hands.session.go(`/job/trace?id=${jobId}`)
  await hands.entries(0)
}
const type = async (name: string, text: string) => {
  const field = await hands.shown(`[role="dialog"] input[name="${name}"]`)
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text)
}

it('a sound loop is convicted of nothing against typical figures: the maker is asked, and what he says is followed', async () => {
  const made = ownVehicle('66', 'A05', 'F86')
  const vehicle = { ...made, truth: { ...made.truth!, hidden: [] } }
  await begin(vehicle, 'job-66', ['gaugeOff'], { ...vehicle.specification, ...OWN })
  expect(await hands.traceOn(0, '[data-act="ask-maker"]')).toContain('What does the maker say?')
  await hands.act('ask-maker')
  await type('limiterV', '60')
  await hands.sees('A number from 4 to 14 V.')
  await type('limiterV', '6')
  await type('senderEmptyOhm', '90')
  await type('senderFullOhm', '12')
  await hands.act('keep-sheet')
  await hands.goneOf('[role="dialog"]')
  await hands.goneOf('[data-act="ask-maker"]')
  await hands.entries(hands.taken)
  // The limiter was all but convicted; by its own figures it is in order.
  const suspects = await hands.text('aside[aria-label="Suspects and evidence"]')
  expect(suspects.split('Evidence')[0]).not.toContain('Limiter gives too little')
  await hands.sees('90 Ω')
  expect(await hands.session.problems()).toEqual([])
})

it('a bad ground in such a loop is found by its own figures', async () => {
  const made = ownVehicle('67', 'A05', 'F78g')
  const vehicle = { ...made, specification: { ...made.specification, ...OWN } }
  await begin(vehicle, 'job-67', ['gaugeDead'])
  await hands.traceOn(0)
  expect(await (await hands.shown('[data-act="plan"]')).getAttribute('href')).toContain('repair=senderGround')
})

it('a car that runs on ethanol: asked once, then gloves and hoses follow', async () => {
  const vehicle = ownVehicle('68', 'A01', 'F23')
  await begin(vehicle, 'job-68', ['starvesUnderLoad'])
  await hands.act('sheet')
  await (await hands.shown('[role="dialog"] select[name="fuel"] option[value="petrolE85"]')).click()
  await hands.sees('It is not made for that. Is it so?')
  await hands.sees('swells hoses, seals, floats')
  await hands.act('fuel-agreed')
  await hands.act('keep-sheet')
  await hands.goneOf('[role="dialog"]')
  await hands.session.go('/job/plan?id=job-68&repair=module')
  await hands.act('ready')
  await hands.sees('for alcohol: laminate under a sturdy glove')
  await hands.session.go('/job/plan?id=job-68&repair=rearLine')
  await hands.act('ready')
  await hands.sees('hose for this share of alcohol')
  expect(await hands.session.problems()).toEqual([])
})
