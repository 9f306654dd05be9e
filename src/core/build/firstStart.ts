/** The first start of what was built, in its order, with the figures that Trace expects of what it becomes. */
import { said } from '../sizing'
import { solvedIn } from './checks/feeding'
import type { Whole } from './checks/terms'
import { num } from './terms'

export interface StartStep {
  id: string
  title: string
  says: string
}
/** What a gauge and a regulator may be off between them; typical. */
const OFF = 0.05
const PER_15_S = 15

const step = (id: string, title: string, says: string): StartStep => ({ id, title, says })

/** What the vehicle as it shall be reads with its pump running and the engine off: what Trace expects of it then. */
function readings({ after, specification, chosen }: Whole): StartStep[] {
  const solved = solvedIn(after, specification, 'keyOn')
  if (!solved) return []
  const rail = solved.nodes[after.gaugeAt]?.pressurePa ?? 0
  const returned = solved.links['returnLine']?.flowM3PerS
  const motor = solved.motors['pump']
  const [least, most] = [1 - OFF, 1 + OFF].map((share) => Math.round((share * rail) / 1e3))
  const each = num(chosen, 'pumps') > 1 ? ' each, one after another' : ''
  return [
    step('base', 'Base pressure', `{${least} to ${most} kPa} with the pump running and the engine off.`),
    ...(returned === undefined
      ? []
      : [
          step(
            'flow',
            'Flow at the pressure',
            `${said(returned, 'L/h')} come home: ${said(returned * PER_15_S, 'mL')} in 15 s.`,
          ),
        ]),
    ...(motor
      ? [
          step(
            'volts',
            'Volts at the pump',
            `${motor.voltageV.toFixed(1)} V with it running, ${motor.currentA.toFixed(1)} A${each}.`,
          ),
        ]
      : []),
  ]
}

export function firstStart(whole: Whole): StartStep[] {
  const { chosen, after, build } = whole
  if (!build.groups.includes('pump')) return []
  return [
    step('bond', 'Bond', 'Tank, can and vehicle, on bare metal, before the first litre.'),
    step('fill', 'Fill', 'A quarter of the tank, the filter filled, cap on, meter under 1 % LEL.'),
    ...(after.id === 'A10'
      ? [
          step(
            'lift',
            'Lift pump alone',
            'Main pump’s fuse out, until the surge tank runs over into the tank.',
          ),
        ]
      : []),
    step('prime', 'Prime', 'Key on 2 s, off 10 s, until the pressure stands. Engine not cranked.'),
    step('leak', 'Leaks', 'Every joint by paper, pump running, and again when they have stood.'),
    ...readings(whole),
    ...(chosen['control'] === 'full'
      ? []
      : [
          step('duty', 'Duty at idle', 'As in its table: pressure stands, it draws less than at full speed.'),
        ]),
    step('road', 'Road', 'Warm, then under load with the gauge outside the cab; dry again after it.'),
  ]
}
