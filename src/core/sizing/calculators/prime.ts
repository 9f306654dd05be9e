import { calculator, fromSheet, said, type Answer, type ValuesOf } from '../terms'

/** How far a dry pump draws: worn ones far less than new; typical (EQ11). */
const DRY_LIFT_M = 0.3
const REST_S = 10
/** Hands keep a stroke a second. */
const STROKE_S = 1

const fields = {
  way: {
    kind: 'choice',
    label: 'Filled by',
    options: { key: 'the pump, key on', hand: 'a hand primer' },
    usual: 'key',
  },
  lengthM: {
    kind: 'number',
    label: 'Empty line',
    unit: 'm',
    low: 0,
    high: 20,
    step: 0.1,
    usual: 3,
    why: 'What ran dry of it.',
    from: fromSheet('feedLengthM'),
  },
  boreM: {
    kind: 'number',
    label: 'its bore',
    unit: 'mm',
    low: 2,
    high: 20,
    step: 0.1,
    usual: 6,
    why: 'Inside, not the size of the pipe.',
    from: fromSheet('feedBoreM'),
  },
  filterM3: {
    kind: 'number',
    label: 'Empty filters hold',
    unit: 'mL',
    low: 0,
    high: 3000,
    step: 10,
    usual: 150,
    why: 'A fine filter {100 to 300 mL}, a diesel filter up to a litre; nothing where they were filled by hand.',
  },
  flowM3PerS: {
    kind: 'number',
    label: 'The pump gives freely',
    unit: 'L/h',
    low: 5,
    high: 800,
    step: 5,
    usual: 110,
    why: 'Against nothing it gives more than at its pressure.',
    when: (values) => values['way'] === 'key',
  },
  onS: {
    kind: 'number',
    label: 'Runs at each key on',
    unit: 's',
    low: 0.5,
    high: 60,
    step: 0.5,
    usual: 2,
    why: 'Until the engine turns, mostly 1 to 5 seconds.',
    when: (values) => values['way'] === 'key',
  },
  strokeM3: {
    kind: 'number',
    label: 'One stroke moves',
    unit: 'mL',
    low: 1,
    high: 60,
    step: 1,
    usual: 6,
    why: 'Button primers some 6, bulbs 30.',
    when: (values) => values['way'] === 'hand',
  },
  liftM: {
    kind: 'number',
    label: 'Drawn up dry by',
    unit: 'm',
    low: 0,
    high: 3,
    step: 0.1,
    usual: 0,
    why: 'Nothing where the pump stands in the fuel.',
  },
} as const satisfies import('../terms').Fields
type Values = ValuesOf<typeof fields>

export const emptyVolume = ({ lengthM, boreM, filterM3 }: Pick<Values, 'lengthM' | 'boreM' | 'filterM3'>) =>
  (Math.PI / 4) * boreM ** 2 * lengthM + filterM3

function work(values: Values): Answer {
  const volume = emptyVolume(values)
  const byKey = values.way === 'key'
  const runS = byKey ? volume / values.flowM3PerS : (STROKE_S * volume) / values.strokeM3
  const times = Math.max(1, Math.ceil((byKey ? runS / values.onS : volume / values.strokeM3) - 1e-9))
  const wholeS = byKey ? times * values.onS + (times - 1) * REST_S : runS
  const dry = values.liftM > DRY_LIFT_M
  return {
    says: byKey
      ? `It fills in ${runS.toFixed(1)} s: ${times} ${times === 1 ? 'time' : 'times'} the key, ${Math.max(1, Math.round(wholeS / 60))} min with the rests.`
      : `${times} strokes, some ${Math.max(1, Math.round(wholeS / 60))} min.`,
    verdict: dry ? 'no' : times > (byKey ? 8 : 60) ? 'doubt' : 'good',
    limits: dry
      ? `Dry it draws ${said(DRY_LIFT_M, 'm', 1)} and no more: wet it first, or fill from above.`
      : values.filterM3 > 0.5 * volume
        ? 'The filter: filled before it goes on, most of this falls away.'
        : 'The line: nothing shortens it but a pump that gives more.',
    figures: [
      { id: 'volume', name: 'To be filled', si: volume, unit: 'mL', digits: 0 },
      { id: 'run', name: byKey ? 'The pump runs' : 'Hands move for', si: runS, unit: 's', digits: 1 },
      { id: 'times', name: byKey ? 'Times the key' : 'Strokes', si: times, unit: null, digits: 0 },
      { id: 'whole', name: 'In all', si: wholeS, unit: 'min', digits: 1 },
    ],
    sure: 'A quarter more while air goes through the injectors. A pump that hums dry for half a minute is harmed: stop, find out why.',
  }
}

export const prime = calculator({
  id: 'prime',
  title: 'Priming',
  question: 'How long until it is full of fuel?',
  fields,
  work,
  formula: ['Time = (line + filters) ÷ flow against nothing'],
  source: 'EQ11; lifts typical',
})
