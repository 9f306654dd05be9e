import { writeFileSync } from 'node:fs'
import { By } from 'selenium-webdriver'
import { DEMO_VEHICLES } from '@/core/practice'
import { Hands } from './bench'
const v = DEMO_VEHICLES.find((c) => c.unit === '04')!
const hands = await Hands.at(v)
const shot = async (name: string) => writeFileSync(`/tmp/shots/${name}.png`, Buffer.from(await hands.driver.takeScreenshot(), 'base64'))
await hands.session.go('/')
await hands.sees('can move now')
await hands.session.go('/job/trace?id=demo-job-11')
await hands.entries(2)
await hands.driver.findElement(By.xpath('//div[@role="group"][@aria-label="Line"]//button[normalize-space(.)="off"]')).click()
await hands.shown('[data-act="figures"]')
await shot('claim')
await (await hands.shown('input[name="pressureOff"]')).sendKeys('40')
await hands.driver.sleep(300)
await shot('claim-much')
await hands.session.go('/job/work?id=demo-job-04')
await hands.shown('section[aria-label="Step"]')
await hands.doAllSteps(undefined, 'meterVapour')
await (await hands.shown('input[name="measured"]')).sendKeys('25')
await hands.driver.sleep(300)
await shot('work-meter')
await hands.act('note-meter')
await hands.sees('Everyone out')
await shot('work-out')
await hands.session.close()
