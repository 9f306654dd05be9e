import { GRAVITY_M_PER_S2, STANDARD_AMBIENT_PA } from '../../shared'
import { fuelAt, solveNetwork, type Network } from '../../physics'

import { pipeOf } from '../feed'
import { AskBack, calculator, fromSheet, said, type Answer, type ValuesOf } from '../terms'
import { fuelField, fuelKField } from './demand'

/** What a line of its kind may lose, and where it must not run; ours, typical. */
const KINDS = {
  feed: {
    name: 'feed',
    mostPa: 20e3,
    not: 'Not by the exhaust, not where a wheel throws stones, not over sharp edges without a grommet.',
  },
  return: {
    name: 'return',
    mostPa: 15e3,
    not: 'It ends under the surface, away from the pickup; no valve in it, nothing that can close.',
  },
  suction: {
    name: 'suction',
    mostPa: 5e3,
    not: 'No loop upwards, no soft hose: it is drawn flat and lets air in.',
  },
  vent: {
    name: 'vent',
    mostPa: 1e3,
    not: 'No low place where fuel stands; it ends where vapour meets no spark.',
  },
} as const

/** K of each, on its own bore; typical (EQ01). */
const K = { outlet: 0.75, bend: 0.3, quick: 1.5, banjo: 3 }
/** Bores that tube and hose come in, m, and what a fitting by dash passes. */
const BORES: [boreM: number, words: string][] = [
  [0.0032, 'dash 3'],
  [0.0048, '3/16 in'],
  [0.0056, 'dash 4'],
  [0.006, ''],
  [0.0063, '1/4 in'],
  [0.0075, ''],
  [0.008, '5/16 in'],
  [0.0087, 'dash 6'],
  [0.0095, '3/8 in'],
  [0.0111, 'dash 8'],
  [0.0127, '1/2 in'],
  [0.0142, 'dash 10'],
  [0.0175, 'dash 12'],
]

const fields = {
  kind: {
    kind: 'choice',
    label: 'Line',
    options: { feed: 'feed', return: 'return', suction: 'suction', vent: 'vent, full of fuel' },
    usual: 'feed',
  },
  flowM3PerS: {
    kind: 'number',
    label: 'Flow',
    unit: 'L/h',
    low: 1,
    high: 1500,
    step: 5,
    usual: 120,
    why: 'A line carries what the pump gives, not what the engine drinks.',
    from: fromSheet('pumpFlowM3PerS'),
  },
  fuel: fuelField,
  fuelK: fuelKField,
  lengthM: {
    kind: 'number',
    label: 'Length',
    unit: 'm',
    low: 0.05,
    high: 30,
    step: 0.1,
    usual: 3.6,
    why: 'Along the real run.',
    from: fromSheet('feedLengthM'),
  },
  boreM: {
    kind: 'number',
    label: 'Bore',
    unit: 'mm',
    low: 2,
    high: 25,
    step: 0.1,
    usual: 7.5,
    why: 'Inside, not the size of the pipe.',
    from: fromSheet('feedBoreM'),
  },
  bends: {
    kind: 'number',
    whole: true,
    label: 'Bends of a right angle',
    unit: null,
    low: 0,
    high: 40,
    step: 1,
    usual: 4,
    why: 'None to forty.',
  },
  quick: {
    kind: 'number',
    whole: true,
    label: 'Quick connectors',
    unit: null,
    low: 0,
    high: 20,
    step: 1,
    usual: 2,
    why: 'None to twenty.',
  },
  banjo: {
    kind: 'number',
    whole: true,
    label: 'Banjo fittings',
    unit: null,
    low: 0,
    high: 20,
    step: 1,
    usual: 0,
    why: 'None to twenty.',
  },
  riseM: {
    kind: 'number',
    label: 'It rises by',
    unit: 'm',
    low: -5,
    high: 5,
    step: 0.1,
    usual: 0,
    why: 'From where it begins to where it ends; less than nothing where it falls.',
  },
} as const
/** The curve is drawn where it is no more than so many times what matters, and from so many bores at least. */
const DRAWN_UP_TO = 8
const LEAST_POINTS = 4
type Values = ValuesOf<typeof fields>

const lossK = ({ bends, quick, banjo }: Values) =>
  K.outlet + K.bend * bends + K.quick * quick + K.banjo * banjo

/** One line by itself as a network: what is drawn at its end pulls through it. */
export function lineNetwork(values: Values, boreM = values.boreM): Network {
  return {
    fluid: fuelAt(values.fuel, values.fuelK),
    gravityMPerS2: GRAVITY_M_PER_S2,
    ambientPa: STANDARD_AMBIENT_PA,
    nodes: [
      { id: 'begin', kind: 'boundary', elevationM: 0, pressurePa: 0 },
      { id: 'end', kind: 'junction', elevationM: values.riseM, demandM3PerS: values.flowM3PerS },
    ],
    links: [
      pipeOf('line', 'begin', 'end', { lengthM: values.lengthM, boreM, lossCoefficient: lossK(values) }),
    ],
    components: [],
  }
}
/** Pressure lost from begin to end, height with it, Pa; speed, m/s; Reynolds number. */
export function lineLoss(values: Values, boreM = values.boreM) {
  const solved = solveNetwork(lineNetwork(values, boreM))
  if (!solved.ok)
    throw new AskBack('flowM3PerS', 'No pressure balances this flow here: look at bore, length and flow.')
  const { pipe } = solved.value.links['line']!
  return {
    lossPa: -solved.value.nodes['end']!.pressurePa,
    speed: pipe!.velocityMPerS,
    reynolds: pipe!.reynolds,
  }
}

function work(values: Values): Answer {
  const { lossPa, speed, reynolds } = lineLoss(values)
  const { name, mostPa, not } = KINDS[values.kind]
  const rows = BORES.map(([boreM, words]) => ({ boreM, words, ...lineLoss(values, boreM) }))
  const near = rows.findIndex((row) => row.lossPa < DRAWN_UP_TO * Math.max(mostPa, lossPa))
  const least = rows.find((row) => row.lossPa <= mostPa)
  const verdict = lossPa <= mostPa ? 'good' : lossPa <= 2 * mostPa ? 'doubt' : 'no'
  const heightPa = fuelAt(values.fuel, values.fuelK).densityKgPerM3 * GRAVITY_M_PER_S2 * values.riseM
  return {
    says: `It loses ${said(lossPa, 'kPa', 1)}; a ${name} may lose ${said(mostPa, 'kPa')}.`,
    verdict,
    limits: least
      ? `From a bore of ${said(least.boreM, 'mm', 1)} on it is within that. ${not}`
      : `No usual bore is within that: two lines, or a shorter way. ${not}`,
    figures: [
      { id: 'loss', name: 'Lost', si: lossPa, unit: 'kPa', digits: 1 },
      { id: 'height', name: 'of it by height', si: heightPa, unit: 'kPa', digits: 1 },
      { id: 'speed', name: 'It runs, m/s', si: speed, unit: null, digits: 2 },
      { id: 'reynolds', name: 'Reynolds number', si: reynolds, unit: null, digits: 0 },
    ],
    curve: {
      x: { name: 'Bore', unit: 'mm' },
      y: { name: 'Lost', unit: 'kPa' },
      lines: [
        {
          name: 'this line',
          points: rows
            .slice(near < 0 ? -LEAST_POINTS : Math.min(near, rows.length - LEAST_POINTS))
            .map((row) => [row.boreM, row.lossPa]),
        },
      ],
      hand: [values.boreM, lossPa],
      limit: { name: `a ${name} may`, y: mostPa },
    },
    table: {
      columns: [
        { name: 'Bore', unit: 'mm', digits: 1 },
        { name: 'Size', unit: null, digits: 0 },
        { name: 'Lost', unit: 'kPa', digits: 1 },
        { name: 'Speed, m/s', unit: null, digits: 2 },
      ],
      rows: rows.map((row) => [row.boreM, row.words, row.lossPa, row.speed]),
    },
    sure:
      reynolds > 2000 && reynolds < 4000
        ? 'Between smooth and rough flow: 30 % to either side.'
        : 'Within some 5 % for a clean line; what a fitting loses is typical.',
  }
}

export const line = calculator({
  id: 'line',
  title: 'Line',
  question: 'What bore does this line want?',
  fields,
  work,
  caution: {
    text: 'Pressure is let off and read before a line is parted; no line near an exhaust, none that rubs.',
    stopWhen: 'Stop when a joint is not dry after 5 min under pressure.',
  },
  formula: [
    'Lost = (friction × length ÷ bore + Σ K) × density × speed² ÷ 2 + density × g × rise',
    'Solved as a line of Trace',
  ],
  source: 'EQ01; J514 and J512 sizes; K typical',
})
