import { calculator, type Answer, type ValuesOf } from '../terms'

const fields = {
  nowMoney: {
    kind: 'number',
    label: 'Now it costs',
    unit: null,
    low: 0,
    high: 1_000_000,
    step: 10,
    usual: 400,
    why: 'Part and work, in the shop’s money.',
  },
  chance: {
    kind: 'number',
    label: 'It fails before the next visit',
    unit: '%',
    low: 0,
    high: 100,
    step: 1,
    usual: 20,
    why: 'By the trend of its figures, else a guess: say which.',
  },
  towMoney: {
    kind: 'number',
    label: 'A tow costs',
    unit: null,
    low: 0,
    high: 100_000,
    step: 10,
    usual: 250,
    why: 'From where it runs.',
  },
  downMoney: {
    kind: 'number',
    label: 'A day that it stands costs',
    unit: null,
    low: 0,
    high: 1_000_000,
    step: 10,
    usual: 150,
    why: 'A hired vehicle, a route that is not driven.',
  },
  downDays: {
    kind: 'number',
    label: 'Without the part it stands, days',
    unit: null,
    low: 0,
    high: 120,
    step: 0.5,
    usual: 3,
    why: 'Until a part is here and fitted; with it on the shelf, a day.',
  },
  harmMoney: {
    kind: 'number',
    label: 'What it takes with it costs',
    unit: null,
    low: 0,
    high: 1_000_000,
    step: 10,
    usual: 0,
    why: 'A pump that sheds chips takes injectors along.',
  },
  shelfMoney: {
    kind: 'number',
    label: 'Its part on the shelf costs',
    unit: null,
    low: 0,
    high: 100_000,
    step: 1,
    usual: 15,
    why: 'Money that lies there, until the next visit.',
  },
  hurts: {
    kind: 'choice',
    label: 'Failing, it',
    options: { stops: 'stops', fire: 'leaks, or stops where that hurts' },
    usual: 'stops',
  },
} as const
type Values = ValuesOf<typeof fields>

/** The same work waits for the next visit at the same price. */
export const waysOf = (values: Omit<Values, 'hurts'>) => {
  const broken = (days: number) => values.towMoney + values.harmMoney + days * values.downMoney
  return {
    now: values.nowMoney,
    later: values.nowMoney + values.chance * broken(values.downDays),
    shelf: values.nowMoney + values.shelfMoney + values.chance * broken(Math.min(1, values.downDays)),
  }
}

function work(values: Values): Answer {
  const ways = waysOf(values)
  const extra = ways.later - ways.now
  const name = {
    now: 'now',
    later: 'at the next visit',
    shelf: 'at the next visit, its part on the shelf',
  } as const
  if (values.hurts === 'fire')
    return {
      says: 'Now, whatever it costs: it can hurt somebody.',
      verdict: 'no',
      limits: 'No figure weighs a fire, or an engine that stops where it must not.',
      figures: [],
      sure: 'This is no question of money.',
    }
  const wait = Math.min(ways.later, ways.shelf) - ways.now
  return {
    says: `Running on is expected to cost ${Math.round(extra)} more than now${ways.shelf < ways.later ? `; with its part on the shelf ${Math.round(ways.shelf - ways.now)}` : ''}.`,
    verdict: wait > 0.25 * Math.max(1, ways.now) ? 'doubt' : 'good',
    limits:
      values.chance < 0.05
        ? 'It hardly fails: read it again next time.'
        : values.downDays * values.downMoney > values.towMoney + values.harmMoney
          ? 'The days that it would stand: a part on the shelf takes most of them away.'
          : 'The tow, and what it takes with it.',
    figures: (['now', 'later', 'shelf'] as const).map((id) => ({
      id,
      name: `Done ${name[id]}`,
      si: ways[id],
      unit: null,
      digits: 0,
    })),
    curve: {
      x: { name: 'It fails before', unit: '%' },
      y: { name: 'Expected to cost', unit: null },
      lines: (['now', 'later', 'shelf'] as const).map((id) => ({
        name: name[id],
        points: [0, 0.25, 0.5, 0.75, 1].map((chance) => [chance, waysOf({ ...values, chance })[id]]),
      })),
      hand: [values.chance, ways.later],
    },
    sure: 'As sure as the chance that was typed. It is the mean of many such vehicles: of this one nobody knows.',
  }
}

export const later = calculator({
  id: 'later',
  title: 'Now or later',
  question: 'Is it done now, or at the next visit?',
  fields,
  work,
  caution: {
    text: 'What leaks, or stops where that hurts, is not weighed: it is done now.',
    stopWhen: 'Stop when it smells of fuel: it is not driven.',
  },
  formula: ['Later = the work + chance × (tow + what it takes with it + days × a day)'],
  source: 'Expected cost; all figures yours',
})
