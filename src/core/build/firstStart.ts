/** The first start of what was built, in its order, with the figures that the desk gives for it. */
import { said } from '../sizing'
import { figureOf } from './checks/terms'
import { pumpAnswer } from './checks/feeding'
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

export function firstStart(whole: Whole): StartStep[] {
  const { chosen, after, build } = whole
  if (!build.groups.includes('pump')) return []
  const { answer } = pumpAnswer(whole)
  const [flow, volts, amperes] = ['flow', 'volts', 'current'].map((id) => figureOf(answer, id))
  const rail = num(chosen, 'railPa')
  const pumps = num(chosen, 'pumps')
  const range = `{${Math.round(((1 - OFF) * rail) / 1e3)} to ${Math.round(((1 + OFF) * rail) / 1e3)} kPa}`
  return [
    { id: 'bond', title: 'Bond', says: 'Tank, can and vehicle, on bare metal, before the first litre.' },
    {
      id: 'fill',
      title: 'Fill',
      says: 'A quarter of the tank, the filter filled, cap on, meter under 1 % LEL.',
    },
    ...(after.id === 'A10'
      ? [
          {
            id: 'lift',
            title: 'Lift pump alone',
            says: 'Main pump’s fuse out, until the surge tank runs over into the tank.',
          },
        ]
      : []),
    {
      id: 'prime',
      title: 'Prime',
      says: 'Key on 2 s, off 10 s, until the pressure stands. Engine not cranked.',
    },
    { id: 'leak', title: 'Leaks', says: 'Every joint by paper, pump running, and again after 10 min.' },
    { id: 'base', title: 'Base pressure', says: `${range} with the pump running and the engine off.` },
    ...(flow == null
      ? []
      : [
          {
            id: 'flow',
            title: 'Flow at the pressure',
            says: `${said(flow, 'L/h')} arrive at the rail: ${said(flow * PER_15_S, 'mL')} in 15 s.`,
          },
        ]),
    ...(volts == null || amperes == null
      ? []
      : [
          {
            id: 'volts',
            title: 'Volts at the pump',
            says: `${volts.toFixed(1)} V with it running, ${amperes.toFixed(1)} A${pumps > 1 ? ' each, one after another' : ''}.`,
          },
        ]),
    ...(chosen['control'] === 'full'
      ? []
      : [
          {
            id: 'duty',
            title: 'Duty at idle',
            says: 'As in its table: pressure stands, it draws less than at full speed.',
          },
        ]),
    {
      id: 'road',
      title: 'Road',
      says: 'Warm, then under load with the gauge outside the cab; dry again after it.',
    },
  ]
}
