import { fuelAt } from '../../physics'
import { KELVIN_AT_0_C } from '../../shared'
import { calculator, fromSheet, said, type Answer, type ValuesOf } from '../terms'
import { fuelField, fuelKField } from './demand'

/** By place: what it holds back, what it protects, what it may lose, and how much of its loss is by thickness alone; typical (EQ02). */
export const PLACES = {
  sock: { name: 'sock', micron: '30 to 100 µm', guards: 'the pump', mostPa: 3e3, thin: 0.2 },
  pre: { name: 'filter before a pump', micron: '30 to 100 µm', guards: 'the pump', mostPa: 5e3, thin: 0.6 },
  fine: {
    name: 'fine filter',
    micron: '5 to 30 µm',
    guards: 'regulator and injectors',
    mostPa: 30e3,
    thin: 0.85,
  },
  diesel: {
    name: 'diesel filter',
    micron: '2 to 10 µm, with water let off',
    guards: 'the high side',
    mostPa: 30e3,
    thin: 0.9,
  },
} as const
/** At which a filter’s loss is told, and the fuel that it is told for. */
const TOLD_AT_K = KELVIN_AT_0_C + 40

const fields = {
  place: {
    kind: 'choice',
    label: 'Filter',
    options: {
      sock: 'sock at the pump',
      pre: 'before a pump',
      fine: 'fine, after the pump',
      diesel: 'diesel',
    },
    usual: 'fine',
  },
  fuel: fuelField,
  fuelK: fuelKField,
  flowM3PerS: {
    kind: 'number',
    label: 'Flow through it',
    unit: 'L/h',
    low: 1,
    high: 1500,
    step: 5,
    usual: 120,
    why: 'What the pump gives where it lies before the return, else what is drunk.',
    from: fromSheet('pumpFlowM3PerS'),
  },
  newPa: {
    kind: 'number',
    label: 'New it loses',
    unit: 'kPa',
    low: 0.1,
    high: 60,
    step: 0.5,
    usual: 6,
    why: 'By its sheet, or read when it was new.',
  },
  newM3PerS: {
    kind: 'number',
    label: 'at a flow of',
    unit: 'L/h',
    low: 5,
    high: 1500,
    step: 5,
    usual: 100,
    why: 'The flow that its loss is told for, warm.',
  },
  readPa: {
    kind: 'number',
    label: 'Read across it now',
    unit: 'kPa',
    low: 0.1,
    high: 200,
    step: 0.5,
    usual: 9,
    why: 'Before and after at the same flow; better by one gauge for the difference.',
  },
  runM: {
    kind: 'number',
    label: 'Since it was new',
    unit: 'km',
    low: 1,
    high: 500_000,
    step: 1000,
    usual: 20_000,
    why: 'What it has run.',
  },
} as const
type Values = ValuesOf<typeof fields>

/** Loss with a share of its area closed (EQ02): the thick part with what is left, the rest with its square. */
export function filterLoss(
  values: Pick<Values, 'place' | 'fuel' | 'fuelK' | 'flowM3PerS' | 'newPa' | 'newM3PerS'>,
  closed: number,
): number {
  const { thin } = PLACES[values.place]
  const [now, told] = [fuelAt(values.fuel, values.fuelK), fuelAt(values.fuel, TOLD_AT_K)]
  const flow = values.flowM3PerS / values.newM3PerS
  const thick = now.dynamicViscosityPaS / told.dynamicViscosityPaS
  const dense = now.densityKgPerM3 / told.densityKgPerM3
  return (
    values.newPa *
    ((thin * thick * flow) / (1 - closed) + ((1 - thin) * dense * flow ** 2) / (1 - closed) ** 2)
  )
}
/** The share that is closed where so much is lost; 0 where it loses no more than new. */
export function closedAt(values: Parameters<typeof filterLoss>[0], lossPa: number): number {
  if (lossPa <= filterLoss(values, 0)) return 0
  let [low, high] = [0, 0.999]
  for (let k = 0; k < 50; k += 1) {
    const middle = 0.5 * (low + high)
    if (filterLoss(values, middle) < lossPa) low = middle
    else high = middle
  }
  return low
}

function work(values: Values): Answer {
  const { name, mostPa, guards, micron } = PLACES[values.place]
  const fresh = filterLoss(values, 0)
  const closed = closedAt(values, values.readPa)
  const most = closedAt(values, mostPa)
  // It fills evenly with what runs through it.
  const leftM = closed > 0.02 && most > closed ? (values.runM * (most - closed)) / closed : null
  const shares = Array.from({ length: 31 }, (_, k) => 0.031 * k)
  return {
    says:
      fresh > mostPa
        ? `New it loses ${said(fresh, 'kPa', 1)} here: a larger one, for a ${name} may lose ${said(mostPa, 'kPa')}.`
        : values.readPa >= mostPa
          ? `It loses ${said(values.readPa, 'kPa', 1)}: renew it, ${said(mostPa, 'kPa')} is the most.`
          : leftM === null
            ? `It loses ${said(values.readPa, 'kPa', 1)}, about as new.`
            : `It is ${Math.round(100 * closed)} % closed; at this pace it lasts another ${said(leftM, 'km')}.`,
    verdict: fresh > mostPa || values.readPa >= mostPa ? 'no' : closed > 0.6 ? 'doubt' : 'good',
    limits: `A ${name} holds back ${micron} and guards ${guards}. Half closed is hardly felt, nine tenths is.`,
    figures: [
      { id: 'new', name: 'New, at this flow and warmth', si: fresh, unit: 'kPa', digits: 1 },
      { id: 'closed', name: 'Closed now', si: closed, unit: '%', digits: 0 },
      { id: 'most', name: 'Closed where it is due', si: most, unit: '%', digits: 0 },
      ...(leftM === null
        ? []
        : [{ id: 'left', name: 'Lasts another', si: leftM, unit: 'km' as const, digits: 0 }]),
    ],
    curve: {
      x: { name: 'Closed', unit: '%' },
      y: { name: 'Lost', unit: 'kPa' },
      lines: [
        {
          name: `at this flow`,
          points: shares
            .map((share): [number, number] => [share, filterLoss(values, share)])
            .filter(([, loss]) => loss < 4 * Math.max(mostPa, values.readPa, fresh)),
        },
      ],
      hand: [closed, Math.max(values.readPa, fresh)],
      limit: { name: 'renew', y: mostPa },
    },
    sure: `What is lost by thickness alone is typical of its kind. One gauge for the difference: two that are taken from each other cannot tell ${said(5e3, 'kPa')}.`,
  }
}

export const filter = calculator({
  id: 'filter',
  title: 'Filter',
  question: 'Is this filter large enough, and how long does it last?',
  fields,
  work,
  caution: {
    text: 'Pressure off and read, a can under it, nothing that sparks; a filter that comes off is full.',
    stopWhen: 'Stop when the gas meter shows a tenth of what burns.',
  },
  formula: [
    'Lost = thick part × flow × thickness ÷ (1 − closed) + rest × flow² × density ÷ (1 − closed)²',
    'It fills evenly with what it has run',
  ],
  source: `EQ02; places and limits typical, ours`,
})
