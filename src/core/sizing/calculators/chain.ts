import { AskBack, calculator, fromSheet, said, type Answer, type Fields, type ValuesOf } from '../terms'
import { fuelField, fuelKField } from './demand'
import { closedAt, filterLoss, PLACES } from './filter'

/** What all that lies before a pump may take from it: over this it begins to tear its fuel; typical (EQ02, EQ09). */
const BEFORE_PUMP_PA = 6e3

const pa = (label: string, usual: number, why: string) =>
  ({ kind: 'number', label, unit: 'kPa', low: 0, high: 100, step: 0.5, usual, why }) as const
const micron = (label: string, usual: number) =>
  ({
    kind: 'number',
    label,
    unit: null,
    low: 1,
    high: 500,
    step: 1,
    usual,
    why: 'µm, as its maker says.',
  }) as const
const withPre = (values: Record<string, number | string>) => values['pre'] === 'yes'
const NEW = 'By its sheet, at the flow that losses are told at.'
const NOW = 'Read across it, or as new where nobody read.'

const fields = {
  fuel: fuelField,
  fuelK: fuelKField,
  flowM3PerS: {
    kind: 'number',
    label: 'Flow through all of them',
    unit: 'L/h',
    low: 1,
    high: 1500,
    step: 5,
    usual: 120,
    why: 'What the pump gives: all of it goes through each.',
    from: fromSheet('pumpFlowM3PerS'),
  },
  toldM3PerS: {
    kind: 'number',
    label: 'Their losses are told at',
    unit: 'L/h',
    low: 5,
    high: 1500,
    step: 5,
    usual: 100,
    why: 'The flow of the sheets, warm.',
  },
  sockMicron: micron('Sock, µm', 60),
  sockNewPa: pa('New it loses', 1, NEW),
  sockNowPa: pa('and now', 1.5, NOW),
  pre: {
    kind: 'choice',
    label: 'Filter before a pump',
    options: { no: 'none', yes: 'there is one' },
    usual: 'no',
  },
  preMicron: { ...micron('Its µm', 40), when: withPre },
  preNewPa: { ...pa('New it loses', 2, NEW), when: withPre },
  preNowPa: { ...pa('and now', 3, NOW), when: withPre },
  fineMicron: micron('Fine filter, µm', 10),
  fineNewPa: pa('New it loses', 6, NEW),
  fineNowPa: pa('and now', 9, NOW),
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

type PlaceId = 'sock' | 'pre' | 'fine'
interface Link {
  id: PlaceId
  name: string
  micron: number
  freshPa: number
  nowPa: number
  closed: number
  dueAt: number
  mostPa: number
}
function linkOf(values: Values, place: PlaceId): Link {
  const typed = {
    sock: [values.sockMicron, values.sockNewPa, values.sockNowPa],
    pre: [values.preMicron, values.preNewPa, values.preNowPa],
    fine: [values.fineMicron, values.fineNewPa, values.fineNowPa],
  }[place] as [number, number, number]
  const [finest, newPa, readPa] = typed
  if (newPa <= 0) throw new AskBack(`${place}NewPa`, 'Every filter loses something, new too.')
  const own = { ...values, place, newPa, newM3PerS: values.toldM3PerS }
  const freshPa = filterLoss(own, 0)
  const { name, mostPa } = PLACES[place]
  return {
    ...{ id: place, name, micron: finest, mostPa, freshPa },
    nowPa: Math.max(readPa, freshPa),
    closed: closedAt(own, readPa),
    dueAt: closedAt(own, mostPa),
  }
}
/** The chain from tank to rail. */
export const chainOf = (values: Values): Link[] =>
  (['sock', ...(values.pre === 'yes' ? ['pre' as const] : []), 'fine'] as const).map((place) =>
    linkOf(values, place),
  )

/** How near to its end a filter is: 1 where it is due. */
const spent = ({ closed, dueAt, nowPa, mostPa }: Link) =>
  nowPa >= mostPa ? Math.max(1, nowPa / mostPa) : dueAt > 0 ? closed / dueAt : 1

function work(values: Values): Answer {
  const chain = chainOf(values)
  const finer = chain.findIndex(({ micron: own }, k) => k > 0 && own > chain[k - 1]!.micron)
  const before = chain.filter(({ id }) => id !== 'fine').reduce((sum, { nowPa }) => sum + nowPa, 0)
  const whole = chain.reduce((sum, { nowPa }) => sum + nowPa, 0)
  const next = chain.reduce((worst, one) => (spent(one) > spent(worst) ? one : worst))
  const starves = before > BEFORE_PUMP_PA
  const due = spent(next) >= 1
  return {
    says: `Together they take ${said(whole, 'kPa', 1)}, ${said(before, 'kPa', 1)} of it before the pump; the ${next.name} is the next to renew.`,
    verdict: starves || due ? 'no' : finer >= 0 || spent(next) > 0.6 ? 'doubt' : 'good',
    limits: starves
      ? `Before the pump no more than ${said(BEFORE_PUMP_PA, 'kPa')}: it tears its fuel and starves warm. A larger sock, or the filter moved behind the pump.`
      : due
        ? `The ${next.name} loses ${said(next.nowPa, 'kPa', 1)}, ${said(next.mostPa, 'kPa')} is the most: renew it.`
        : finer >= 0
          ? `The ${chain[finer]!.name} is coarser than the ${chain[finer - 1]!.name} before it: it guards nothing, and the one before it clogs alone.`
          : `Each holds what the next would have to. The ${next.name} is ${Math.round(100 * spent(next))} % of the way to its end.`,
    figures: [
      { id: 'before', name: 'Taken before the pump', si: before, unit: 'kPa', digits: 1 },
      { id: 'after', name: 'Taken behind it', si: whole - before, unit: 'kPa', digits: 1 },
      {
        id: 'fresh',
        name: 'All of them new',
        si: chain.reduce((sum, { freshPa }) => sum + freshPa, 0),
        unit: 'kPa',
        digits: 1,
      },
      { id: 'spent', name: 'The next one is spent', si: Math.min(1, spent(next)), unit: '%', digits: 0 },
    ],
    table: {
      columns: [
        { name: 'Filter', unit: null, digits: 0 },
        { name: 'Guards', unit: null, digits: 0 },
        { name: 'µm', unit: null, digits: 0 },
        { name: 'New', unit: 'kPa', digits: 1 },
        { name: 'Now', unit: 'kPa', digits: 1 },
        { name: 'At most', unit: 'kPa', digits: 0 },
        { name: 'Closed', unit: '%', digits: 0 },
      ],
      rows: chain.map(({ id, name, micron: own, freshPa, nowPa, mostPa, closed }) => [
        name,
        PLACES[id].guards,
        ...[own, freshPa, nowPa, mostPa, closed],
      ]),
    },
    sure: 'As sure as what was read across each; what is lost by thickness alone is typical of its kind, and so is what a pump bears before it.',
  }
}

export const chain = calculator({
  id: 'chain',
  title: 'Filters in a chain',
  question: 'Do these filters guard each other, and which is next?',
  fields,
  work,
  caution: {
    text: 'Pressure off and read, a can under it, nothing that sparks; a sock is reached with the tank open.',
    stopWhen: 'Stop when the gas meter shows a tenth of what burns.',
  },
  formula: [
    'Each: thick part × flow × thickness ÷ (1 − closed) + rest × flow² × density ÷ (1 − closed)²',
    'Before the pump: the sum of what lies there; each one no coarser than the one before it',
  ],
  source: 'EQ02, EQ09; limits typical, ours',
})
