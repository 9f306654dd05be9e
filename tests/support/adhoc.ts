import { writeFileSync } from 'node:fs'
import { By } from 'selenium-webdriver'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands } from './bench'
const v = DEMO_VEHICLES.find((c) => c.unit === '04')!
const hands = await Hands.at(v)
const shot = async (name: string) => writeFileSync(`/tmp/shots/${name}.png`, Buffer.from(await hands.driver.takeScreenshot(), 'base64'))
await hands.session.go('/')
await hands.sees('can move now')
await hands.session.go('/job/trace?id=demo-job-15')
await hands.entries(3)
await hands.openSegment('pump')
await hands.sees('built otherwise')
await shot('differs-pump')
await hands.act('differs-rebuilt')
await hands.driver.sleep(6000)
await shot('rebuilt')
await hands.session.go('/job/trace?id=demo-job-12')
await hands.driver.sleep(4000)
await hands.openSegment('gaugeFuse')
await hands.driver.sleep(600)
await shot('differs-gauge')
console.log(await hands.session.problems())
await hands.session.close()
