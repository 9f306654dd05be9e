import {
  AskBack,
  calculator,
  fromSheet,
  said,
  type Answer,
  type AnswerTable,
  type Fields,
  type ValuesOf,
} from '../terms'
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
    options: { no: 'not measured', yes: 'measured: the least and the most', each: 'measured one by one' },
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
  gave: {
    kind: 'points',
    label: 'Each of them gave, a line each',
    columns: [{ name: 'Gave', unit: 'mL/min', low: 10, high: 3000 }],
    least: 2,
    usual: '441\n438\n446\n430\n440\n443',
    why: 'In the order of the rail, at the same pressure and for as long.',
    when: (values) => values['set'] === 'each',
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
/** How far each lies off the mean of its set, as a share of it. */
export function offMean(gave: readonly number[]): number[] {
  const mean = gave.reduce((sum, flow) => sum + flow, 0) / gave.length
  return gave.map((flow) => (flow - mean) / mean)
}
/** How far a measured set lies off its middle, and which of it furthest; nothing where it was not measured. */
export function spreadOf({
  set,
  leastM3PerS,
  mostM3PerS,
  gave,
  injectors,
}: Pick<Values, 'set' | 'leastM3PerS' | 'mostM3PerS' | 'gave' | 'injectors'>): {
  share: number
  which: number | null
} {
  if (set === 'no') return { share: 0, which: null }
  if (set === 'each') {
    if (gave.length !== injectors)
      throw new AskBack('gave', `${injectors} injectors, ${gave.length} figures: one for each of them.`)
    const off = offMean(gave.map(([flow]) => flow!)).map(Math.abs)
    const share = Math.max(...off)
    return { share, which: off.indexOf(share) }
  }
  if (mostM3PerS < leastM3PerS) throw new AskBack('mostM3PerS', 'The most is more than the least.')
  return { share: (mostM3PerS - leastM3PerS) / (mostM3PerS + leastM3PerS), which: null }
}
/** Each of a set by its place: what it gave, how far that is off, and whether it stays. */
function setOf(gave: readonly number[][]): AnswerTable {
  const flows = gave.map(([flow]) => flow!)
  const off = offMean(flows)
  return {
    columns: [
      { name: 'Injector', unit: null, digits: 0 },
      { name: 'Gave', unit: 'mL/min', digits: 0 },
      { name: 'Off the mean', unit: '%', digits: 1 },
      { name: 'It is', unit: null, digits: 0 },
    ],
    rows: flows.map((flow, k) => [
      k + 1,
      flow,
      off[k]!,
      Math.abs(off[k]!) <= BALANCED
        ? 'sound'
        : off[k]! < 0
          ? 'weak: clean it'
          : 'rich: it leaks or is another',
    ]),
  }
}
/** What holds them back first. */
function limitsOf(
  values: Values,
  {
    duty,
    overPa,
    spread,
    which,
    short,
  }: { duty: number; overPa: number; spread: number; which: number | null; short: boolean },
): string {
  return duty > 1
    ? 'They would have to open before they have closed: larger ones, or more pressure.'
    : duty > MOST_DUTY
      ? `Over ${Math.round(100 * MOST_DUTY)} % they hardly close: it is all they give.`
      : spread > BALANCED
        ? `The set is out of balance: ${which === null ? 'an end of it' : `injector ${which + 1}`} is ${(100 * spread).toFixed(1)} % off the middle, ${(100 * BALANCED).toFixed(0)} % is the most. Clean it, measure again.`
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
  const { share: spread, which } = spreadOf(values)
  const short = values.openS < LEAST_OVER_DEAD * values.deadS
  return {
    says: `Open for ${Math.round(100 * duty)} % of the time the set gives ${said(drunk, 'L/h', 1)}.`,
    verdict:
      duty > 1 || short || spread > 2 * BALANCED
        ? 'no'
        : duty > MOST_DUTY || spread > BALANCED
          ? 'doubt'
          : 'good',
    limits: limitsOf(values, { duty, overPa, spread, which, short }),
    figures: [
      { id: 'duty', name: 'Open', si: duty, unit: '%', digits: 0 },
      { id: 'each', name: 'One held open gives', si: each, unit: 'mL/min', digits: 0 },
      { id: 'over', name: 'Pressure over them', si: overPa, unit: 'kPa', digits: 0 },
      { id: 'drunk', name: 'The set gives', si: drunk, unit: 'L/h', digits: 1 },
      ...(values.set !== 'no'
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
    ...(values.set === 'each' && { table: setOf(values.gave) }),
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
