import { AskBack, calculator, fromSheet, said, type Answer, type Fields, type ValuesOf } from '../terms'
import { demandByInjectors, injectorFields, INJECTORS_AT_PA, railField } from './demand'

/** Over this they hardly close; under a quarter of their dead time more they hardly open. */
const MOST_DUTY = 0.85
const LEAST_OVER_DEAD = 1.25

const always = <F extends { when?: unknown }>({ when: _, ...field }: F) => field
const fields = {
  injectors: always(injectorFields.injectors),
  injectorM3PerS: always(injectorFields.injectorM3PerS),
  railPa: railField,
  manifoldPa: {
    kind: 'number',
    label: 'In the manifold',
    unit: 'kPa',
    low: -90,
    high: 300,
    step: 5,
    usual: 0,
    why: 'Against the air outside: idle some {-60 kPa}, full load none, boost above.',
  },
  follows: {
    kind: 'choice',
    label: 'The regulator',
    options: { manifold: 'follows the manifold', air: 'follows the air outside' },
    usual: 'manifold',
  },
  openS: {
    kind: 'number',
    label: 'Each opens for',
    unit: 'ms',
    low: 0.5,
    high: 40,
    step: 0.1,
    usual: 8,
    why: 'By the tool, or measured at its wire.',
  },
  deadS: {
    kind: 'number',
    label: 'and needs to lift',
    unit: 'ms',
    low: 0.2,
    high: 3,
    step: 0.1,
    usual: 1,
    why: 'Dead time: 0.6 to 1.5 at full volts, more as they fall.',
  },
  set: {
    kind: 'choice',
    label: 'The set was',
    options: { no: 'not measured', yes: 'measured one by one' },
    usual: 'no',
  },
  leastM3PerS: {
    kind: 'number',
    label: 'The least of them gave',
    unit: 'mL/min',
    low: 10,
    high: 3000,
    step: 1,
    usual: 430,
    why: 'At the same pressure and for as long as the others.',
    when: (values) => values['set'] === 'yes',
  },
  mostM3PerS: {
    kind: 'number',
    label: 'The most',
    unit: 'mL/min',
    low: 10,
    high: 3000,
    step: 1,
    usual: 446,
    why: 'At the same pressure and for as long as the others.',
    when: (values) => values['set'] === 'yes',
  },
  speed: {
    kind: 'number',
    label: 'Engine',
    unit: 'rpm',
    low: 300,
    high: 12000,
    step: 100,
    usual: 5500,
    why: 'Four strokes: it opens once in two turns.',
  },
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

const CYCLE_TURNS = 2
/** A set is balanced where none is further off its middle than this. */
const BALANCED = 0.03
/** How far the ends of a measured set lie off its middle; nothing where it was not measured. */
export function spreadOf({
  set,
  leastM3PerS,
  mostM3PerS,
}: Pick<Values, 'set' | 'leastM3PerS' | 'mostM3PerS'>): number {
  if (set === 'no') return 0
  if (mostM3PerS < leastM3PerS) throw new AskBack('mostM3PerS', 'The most is more than the least.')
  return (mostM3PerS - leastM3PerS) / (mostM3PerS + leastM3PerS)
}
/** What holds them back first. */
function limitsOf(
  values: Values,
  { duty, overPa, spread, short }: { duty: number; overPa: number; spread: number; short: boolean },
): string {
  return duty > 1
    ? 'They would have to open before they have closed: larger ones, or more pressure.'
    : duty > MOST_DUTY
      ? `Over ${Math.round(100 * MOST_DUTY)} % they hardly close: it is all they give.`
      : spread > BALANCED
        ? `The set is out of balance: the weakest is ${(100 * spread).toFixed(1)} % off the middle, ${(100 * BALANCED).toFixed(0)} % is the most. Clean it, measure again.`
        : short
          ? 'So short a pulse is all dead time: no two of them give the same.'
          : `They have room up to ${said(demandByInjectors(values.injectors, values.injectorM3PerS, MOST_DUTY, overPa), 'L/h')}.`
}

function work(values: Values): Answer {
  const cycleS = (CYCLE_TURNS * 2 * Math.PI) / values.speed
  const duty = values.openS / cycleS
  const flows = Math.max(0, (values.openS - values.deadS) / cycleS)
  const overPa = values.railPa - (values.follows === 'air' ? values.manifoldPa : 0)
  if (overPa <= 0)
    return {
      says: 'Nothing flows: the manifold presses as much as the rail.',
      verdict: 'no',
      limits: 'The regulator’s hose on the manifold.',
      figures: [],
      sure: 'By the figures as they stand.',
    }
  const drunk = demandByInjectors(values.injectors, values.injectorM3PerS, Math.min(1, flows), overPa)
  const each = values.injectorM3PerS * Math.sqrt(overPa / INJECTORS_AT_PA)
  const spread = spreadOf(values)
  const short = values.openS < LEAST_OVER_DEAD * values.deadS
  return {
    says: `Open for ${Math.round(100 * duty)} % of the time the set gives ${said(drunk, 'L/h', 1)}.`,
    verdict:
      duty > 1 || short || spread > 2 * BALANCED
        ? 'no'
        : duty > MOST_DUTY || spread > BALANCED
          ? 'doubt'
          : 'good',
    limits: limitsOf(values, { duty, overPa, spread, short }),
    figures: [
      { id: 'duty', name: 'Open', si: duty, unit: '%', digits: 0 },
      { id: 'each', name: 'One held open gives', si: each, unit: 'mL/min', digits: 0 },
      { id: 'over', name: 'Pressure over them', si: overPa, unit: 'kPa', digits: 0 },
      { id: 'drunk', name: 'The set gives', si: drunk, unit: 'L/h', digits: 1 },
      ...(values.set === 'yes'
        ? [{ id: 'spread', name: 'Off the middle', si: spread, unit: '%' as const, digits: 1 }]
        : []),
      { id: 'cycle', name: 'A cycle takes', si: cycleS, unit: 'ms', digits: 1 },
    ],
    curve: {
      x: { name: 'Pressure over them', unit: 'kPa' },
      y: { name: 'One held open', unit: 'mL/min' },
      lines: [
        {
          name: 'each',
          points: Array.from({ length: 30 }, (_, k): [number, number] => {
            const pa = (2 * overPa * (k + 1)) / 30
            return [pa, values.injectorM3PerS * Math.sqrt(pa / INJECTORS_AT_PA)]
          }),
        },
      ],
      hand: [overPa, each],
    },
    sure: 'A set is balanced where none is 3 % off the mean.',
  }
}

export const injectors = calculator({
  id: 'injectors',
  title: 'Injectors',
  question: 'What do these injectors give?',
  fields: { ...fields, railPa: { ...railField, from: fromSheet('regulatorSetPa') } },
  work,
  caution: {
    text: 'On a bench their mist burns and blinds: a closed vessel, air drawn off, eye shield, no spark. None is held open for longer than its maker lets it.',
    stopWhen: 'Stop when mist comes out of the vessel.',
  },
  formula: [
    'Flow = count × flow at {300 kPa} × (open − dead) ÷ cycle × √(pressure ÷ {300 kPa})',
    'Four strokes: a cycle is two turns',
  ],
  source: 'EQ04; typical',
})
