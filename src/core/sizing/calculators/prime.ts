import { drawingMinutes, MOST_STROKES, SET_UP, strokesFor, strokingMinutes } from '../../library'
import { calculator, fromSheet, said, type Answer, type Fields, type ValuesOf } from '../terms'

/** How far a dry pump draws: worn ones far less than new; typical (EQ11). */
const DRY_LIFT_M = 0.3
const REST_S = 10
/** More often than this the key is turned for something else than air. */
const MOST_KEYS = 8

const fields = {
  way: {
    kind: 'choice',
    label: 'Filled by',
    options: { key: 'the pump, key on', hand: 'a hand primer', vacuum: 'a hand vacuum pump' },
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
    usual: 12,
    why: 'Button primers some {12 mL}, small ones half of it, bulbs {30 mL}.',
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
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

export const emptyVolume = ({ lengthM, boreM, filterM3 }: Pick<Values, 'lengthM' | 'boreM' | 'filterM3'>) =>
  (Math.PI / 4) * boreM ** 2 * lengthM + filterM3

/** Of one way: what hands or key do, how often, and how long it is in all. */
function wayOf(values: Values): { runS: number; times: number; wholeS: number; effort: string } {
  const volume = emptyVolume(values)
  if (values.way === 'key') {
    const runS = volume / values.flowM3PerS
    const times = Math.max(1, Math.ceil(runS / values.onS - 1e-9))
    return { runS, times, wholeS: times * values.onS + (times - 1) * REST_S, effort: 'none: the key' }
  }
  if (values.way === 'vacuum') {
    const runS = 60 * drawingMinutes(volume)
    return { runS, times: 1, wholeS: runS + 60 * SET_UP.vacuum, effort: 'a hand at the pump, now and then' }
  }
  const times = Math.max(1, strokesFor(volume, values.strokeM3))
  const runS = 60 * strokingMinutes(times)
  return {
    runS,
    times,
    wholeS: runS + 60 * SET_UP.primer,
    effort: times > MOST_STROKES ? 'hard on the thumb' : 'a thumb',
  }
}

function saysOf(values: Values, { runS, times, wholeS }: ReturnType<typeof wayOf>): string {
  const minutes = `${Math.max(1, Math.round(wholeS / 60))} min`
  if (values.way === 'key')
    return `It fills in ${runS.toFixed(1)} s: ${times} ${times === 1 ? 'time' : 'times'} the key, ${minutes} with the rests.`
  return values.way === 'hand'
    ? `${times} strokes, ${minutes} with setting up.`
    : `Drawn full in ${minutes}, setting up with it.`
}

function work(values: Values): Answer {
  const volume = emptyVolume(values)
  const way = wayOf(values)
  const dry = values.way !== 'vacuum' && values.liftM > DRY_LIFT_M
  const often = values.way === 'key' ? way.times > MOST_KEYS : way.times > MOST_STROKES
  const ways = (['key', 'hand', 'vacuum'] as const).map((id) => ({ id, ...wayOf({ ...values, way: id }) }))
  return {
    says: saysOf(values, way),
    verdict: dry ? 'no' : often ? 'doubt' : 'good',
    limits: dry
      ? `Dry it draws ${said(DRY_LIFT_M, 'm', 1)} and no more: wet it first, or fill from above.`
      : values.filterM3 > 0.5 * volume
        ? 'The filter: filled before it goes on, most of this falls away.'
        : 'The line: nothing shortens it but what moves more.',
    figures: [
      { id: 'volume', name: 'To be filled', si: volume, unit: 'mL', digits: 0 },
      {
        id: 'run',
        name: values.way === 'key' ? 'The pump runs' : 'Hands are at it for',
        si: way.runS,
        unit: 's',
        digits: 1,
      },
      {
        id: 'times',
        name: values.way === 'key' ? 'Times the key' : 'Strokes',
        si: way.times,
        unit: null,
        digits: 0,
      },
      { id: 'whole', name: 'In all', si: way.wholeS, unit: 'min', digits: 1 },
    ].filter(({ id }) => id !== 'times' || values.way !== 'vacuum') as Answer['figures'],
    table: {
      columns: [
        { name: 'Filled by', unit: null, digits: 0 },
        { name: 'In all', unit: 'min', digits: 1 },
        { name: 'Effort', unit: null, digits: 0 },
      ],
      rows: ways.map(({ id, wholeS, effort }) => [fields.way.options[id], wholeS, effort]),
    },
    sure: 'A quarter more while air goes through the injectors.',
  }
}

export const prime = calculator({
  id: 'prime',
  title: 'Priming',
  question: 'How long until it is full of fuel?',
  fields,
  work,
  caution: {
    text: 'No line nut is loosened to let air out; on common rail nothing of the high side is touched. Joints are watched while it fills.',
    stopWhen: 'Stop when it hums dry for half a minute, or a joint is wet.',
  },
  formula: [
    'Time = (line + filters) ÷ flow against nothing',
    'Strokes = air ÷ (a stroke less a quarter that the flaps lose), 30 a minute: as in Work',
  ],
  source: 'EQ11, T54; lifts, strokes and setting up typical',
})
