import { calculator, type Answer, type Fields, type ValuesOf } from '../terms'

type Group = 'pressure' | 'flow' | 'volume' | 'length' | 'torque' | 'power'
interface Known {
  group: Group
  /** To SI; for what is weighed, to kg/s. */
  factor: number
  /** It is weighed: the density comes in. */
  weighed?: boolean
}
const INCH = 0.0254
const GALLON = 3.785411784e-3
const IMPERIAL = 4.54609e-3
const POUND = 0.45359237
const LBF_FT = 1.3558179483314004
/** Factors exact by definition but for the columns of liquid, which are those of mercury at 0 °C and water at 4 °C. */
export const KNOWN: Record<string, Known> = {
  kPa: { group: 'pressure', factor: 1e3 },
  bar: { group: 'pressure', factor: 1e5 },
  psi: { group: 'pressure', factor: 6894.757293168 },
  inHg: { group: 'pressure', factor: 3386.389 },
  mmHg: { group: 'pressure', factor: 133.322387415 },
  'in of water': { group: 'pressure', factor: 249.08891 },
  'L/h': { group: 'flow', factor: 1e-3 / 3600 },
  'mL/min': { group: 'flow', factor: 1e-6 / 60 },
  'mL in 15 s': { group: 'flow', factor: 1e-6 / 15 },
  'mL in 30 s': { group: 'flow', factor: 1e-6 / 30 },
  'US gal/h': { group: 'flow', factor: GALLON / 3600 },
  'imperial gal/h': { group: 'flow', factor: IMPERIAL / 3600 },
  'lb/h': { group: 'flow', factor: POUND / 3600, weighed: true },
  'g/s': { group: 'flow', factor: 1e-3, weighed: true },
  L: { group: 'volume', factor: 1e-3 },
  mL: { group: 'volume', factor: 1e-6 },
  'US gal': { group: 'volume', factor: GALLON },
  'imperial gal': { group: 'volume', factor: IMPERIAL },
  mm: { group: 'length', factor: 1e-3 },
  in: { group: 'length', factor: INCH },
  m: { group: 'length', factor: 1 },
  ft: { group: 'length', factor: 12 * INCH },
  'N·m': { group: 'torque', factor: 1 },
  'lbf·ft': { group: 'torque', factor: LBF_FT },
  'lbf·in': { group: 'torque', factor: LBF_FT / 12 },
  kW: { group: 'power', factor: 1e3 },
  hp: { group: 'power', factor: 550 * LBF_FT },
}
const options = Object.fromEntries(Object.keys(KNOWN).map((name) => [name, name]))
const isFlow = (values: Record<string, number | string>) => KNOWN[String(values['from'])]?.group === 'flow'

const fields = {
  value: {
    kind: 'number',
    label: 'Figure',
    unit: null,
    low: -1e9,
    high: 1e9,
    step: 1,
    usual: 300,
    why: 'Up to a thousand millions.',
  },
  from: { kind: 'choice', label: 'of', options, usual: 'kPa' },
  densityKgPerM3: {
    kind: 'number',
    label: 'A litre weighs, g',
    unit: null,
    low: 600,
    high: 1000,
    step: 5,
    usual: 745,
    why: 'Petrol some 745, diesel 835: only what is weighed asks for it.',
    when: isFlow,
  },
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

/** Cubic metres a second, or SI of its kind. */
const siFactor = ({ factor, weighed }: Known, density: number) => (weighed ? factor / density : factor)

/** Sizes by dash: tube, threads of the 37° seat and the 45° seat, usual bore of the hose. */
const DASH: [string, string, string, string, string][] = [
  ['3', '3/16 in, 4.76 mm', '3/8-24', '3/8-24', '3.2 to 4 mm'],
  ['4', '1/4 in, 6.35 mm', '7/16-20', '7/16-24', '5.6 mm'],
  ['5', '5/16 in, 7.94 mm', '1/2-20', '1/2-20', '7.1 mm'],
  ['6', '3/8 in, 9.53 mm', '9/16-18', '5/8-18', '8.7 mm'],
  ['8', '1/2 in, 12.7 mm', '3/4-16', '3/4-18', '11.1 mm'],
  ['10', '5/8 in, 15.9 mm', '7/8-14', '7/8-18', '14.2 mm'],
  ['12', '3/4 in, 19.1 mm', '1 1/16-12', '1 1/16-16', '17.5 mm'],
]

function work(values: Values): Answer {
  const from = KNOWN[values.from]!
  const like = Object.entries(KNOWN).filter(([, known]) => known.group === from.group)
  const density = values.densityKgPerM3
  const rows = like.map(([name, known]): [string, number, number] => {
    const factor = siFactor(from, density) / siFactor(known, density)
    return [name, values.value * factor, factor]
  })
  const shown = (figure: number) => String(Number(figure.toPrecision(5)))
  const others = rows.filter(([name]) => name !== values.from).slice(0, 2)
  return {
    says: `${shown(values.value)} ${values.from} are ${others.map(([name, figure]) => `${shown(figure)} ${name}`).join(', ')}.`,
    verdict: 'good',
    limits:
      'A 37° seat and a 45° seat never mate: dash 3 and dash 5 share their threads, so the seat is measured.',
    figures: [],
    table:
      from.group === 'length'
        ? {
            columns: ['Dash', 'Tube', '37° thread', '45° thread', 'Hose bore'].map((name) => ({
              name,
              unit: null,
              digits: 0,
            })),
            rows: DASH,
          }
        : {
            columns: [
              { name: 'Unit', unit: null, digits: 0 },
              { name: 'Figure', unit: null, digits: 4 },
              { name: 'Factor', unit: null, digits: 6 },
            ],
            rows,
          },
    sure: 'Exact by definition; columns of mercury at {0 °C}, of water at {4 °C}.',
  }
}

export const convert = calculator({
  id: 'convert',
  title: 'Units and threads',
  question: 'What is that in other units?',
  fields,
  work,
  caution: null,
  formula: ['Figure × factor of its unit ÷ factor of the other'],
  source: 'EQ23; J514, J512, J2044',
})
