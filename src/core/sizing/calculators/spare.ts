import type { MotorLaw } from '../../physics'
import { wireOhm } from '../../library'
import { rollerPump, solveFeed, turbinePump } from '../feed'
import { fluidAt } from '../fuels'
import { AskBack, calculator, said, type Answer, type AnswerTable, type ValuesOf } from '../terms'
import { FILTER, FUEL_C, demandOf, engineFields, pumpFields, wayFields } from './demand'

/** So much of what a pump gives is driven on: it is old, and nobody watches it. */
const DRIVEN_SHARE = 0.8
const MINUTES_TO_COOL = 5

const fields = {
  ...engineFields,
  kind: {
    kind: 'choice',
    label: 'The spare is',
    options: { roller: 'roller or gear', turbine: 'turbine' },
    usual: 'roller',
  },
  flowM3PerS: { ...pumpFields.flowM3PerS, label: 'The spare gives at {300 kPa}, 13.5 V' },
  currentA: pumpFields.currentA,
  ...wayFields,
  wire: { ...wayFields.wire, label: 'Its wire' },
} as const
type Values = ValuesOf<typeof fields>

const motorOf = ({ kind, flowM3PerS, currentA }: Values): MotorLaw =>
  kind === 'roller' ? rollerPump(flowM3PerS, currentA) : turbinePump(flowM3PerS, currentA)

/** The card: what is done on the road, one line after another. */
const cardOf = (percent: number): AnswerTable => ({
  columns: [
    { name: 'Card for the road', unit: null, digits: 0 },
    { name: '', unit: null, digits: 0 },
  ],
  rows: [
    ['1', 'Off the road, key out and in the pocket, hazard lights, everybody out on the safe side'],
    ['2', 'It smells of fuel, or something is wet: nothing is switched, the tow is called'],
    [
      '3',
      `Key out for ${MINUTES_TO_COOL} min. Plug off pump 1, onto pump 2, until it clicks; the free plug capped`,
    ],
    ['4', 'Key on 2 s: it hums. Look under the car, sniff. Then start'],
    ['5', `No more than ${percent} % of full power, no overtaking, no trailer`],
    ['6', 'Stutters or smells: off, key out, the tow. To the workshop the same day'],
  ],
})

function work(values: Values): Answer {
  const solved = solveFeed({
    fluid: fluidAt(values.fuel, FUEL_C),
    motor: motorOf(values),
    pumps: 1,
    supplyV: values.supplyV,
    wireOhm: wireOhm(Number(values.wire), values.wireM),
    line: { lengthM: values.lineM, boreM: values.boreM, lossCoefficient: 4 },
    filter: FILTER,
    railPa: values.railPa,
  })
  if (!solved.ok)
    throw new AskBack('railPa', 'No flow balances these figures together: look at pressure and line.')
  const { flowM3PerS, motorV, motorA } = solved.value
  const demand = demandOf(values)
  const share = Math.min(1, (DRIVEN_SHARE * flowM3PerS) / demand)
  const percent = 5 * Math.floor(20 * share)
  return {
    says:
      percent < 25
        ? `On the spare it does not come home: it gives ${said(flowM3PerS, 'L/h')}, the engine drinks ${said(demand, 'L/h')} at most.`
        : percent >= 100
          ? `On the spare it comes home as it is: it gives ${said(flowM3PerS, 'L/h')} of ${said(demand, 'L/h')}.`
          : `On the spare it comes home with ${percent} % of its power: it gives ${said(flowM3PerS, 'L/h')} of ${said(demand, 'L/h')}.`,
    verdict: percent >= 60 ? 'good' : percent >= 25 ? 'doubt' : 'no',
    limits:
      percent < 100
        ? 'A fifth is kept back: it is old, and nobody watches its pressure. A check valve behind each pump, else the dead one takes it.'
        : 'A check valve behind each pump, else the dead one takes what it gives.',
    figures: [
      { id: 'flow', name: 'Given at the rail', si: flowM3PerS, unit: 'L/h', digits: 0 },
      { id: 'share', name: 'Power that is driven on', si: percent / 100, unit: '%', digits: 0 },
      { id: 'volts', name: 'Left at the spare', si: motorV, unit: 'V', digits: 1 },
      { id: 'current', name: 'It draws', si: motorA, unit: 'A', digits: 1 },
    ],
    table: cardOf(percent),
    sure: 'Try it once in the yard, each year: the plug, the hum, the pressure. A spare that lies dry for years is none.',
  }
}

export const spare = calculator({
  id: 'spare',
  title: 'Spare pump, card for the road',
  question: 'Does it come home on the spare pump?',
  fields,
  work,
  caution: {
    text: 'A plug is moved with the key out, nothing wet and no smell: a spark is enough.',
    stopWhen: 'Stop when it smells of fuel: away from the car, and the tow.',
  },
  formula: [
    'Given = pump, volts, wires, line and filter solved together, as Trace solves a vehicle',
    'Power = 0.8 × given ÷ drunk at most, down to the next 5 %',
  ],
  source: 'EQ03, EQ04, EQ07, EQ16; the fifth is ours, typical',
})
