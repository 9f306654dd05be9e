import { writeFileSync } from 'node:fs'
import { Hands } from './bench'
import { DEMO_VEHICLES } from '@/core/practice'
const hands = await Hands.at(DEMO_VEHICLES.find((v) => v.unit === '12')!)
const shot = async (name: string) => {
  await hands.driver.sleep(1200)
  writeFileSync(`/tmp/shots/${name}.png`, await hands.driver.takeScreenshot(), 'base64')
}
try {
  await hands.session.go('/')
  await hands.sees('Cairn parcel van')
  await hands.session.go('/job/trace?id=demo-job-12')
  await hands.driver.sleep(4000)
  await shot('sheet-gauge-trace')
  await hands.act('sheet')
  await shot('sheet-gauge')
  await hands.session.go('/job/trace?id=demo-job-15')
  await hands.driver.sleep(3000)
  await hands.act('sheet')
  await hands.driver.executeScript(
    `const s=document.querySelector('select[name=fuel]'); const set=Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype,'value').set; set.call(s,'diesel'); s.dispatchEvent(new Event('change',{bubbles:true}))`,
  )
  await shot('sheet-a01')
} finally {
  await hands.session.close()
}
process.exit(0)
