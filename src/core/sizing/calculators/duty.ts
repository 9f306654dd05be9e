import { M3_PER_S_PER_L_PER_H as LH, type Volt } from '../../shared'
import { currentAt, rollerPump, turbinePump, voltsFor } from '../feed'
import { calculator, fromSheet, type Answer, type AnswerTable, type Curve, type ValuesOf } from '../terms'
import { demandByInjectors, injectorFields, pumpFields, railField } from './demand'

const always = <F extends { when?: unknown }>({ when: _, ...field }: F) => field

const fields = {
  injectors: always(injectorFields.injectors),
  injectorM3PerS: always(injectorFields.injectorM3PerS),
  railPa: railField,
  boostPa: {
    kind: 'number',
    label: 'Boost at full duty',
    unit: 'kPa',
    low: 0,
    high: 300,
    step: 10,
    usual: 0,
    why: 'None where it breathes freely; it grows with the duty of the injectors here.',
  },
  kind: {
    kind: 'choice',
    label: 'Pump',
    options: { turbine: 'turbine', roller: 'roller or gear' },
    usual: 'turbine',
  },
  flowM3PerS: { ...pumpFields.flowM3PerS, usual: 320 },
  currentA: { ...pumpFields.currentA, usual: 13 },
  pumps: {
    kind: 'number',
    whole: true,
    label: 'Pumps on one driver',
    unit: null,
    low: 1,
    high: 4,
    step: 1,
    usual: 1,
    why: 'One to four share a driver.',
  },
  busV: {
    kind: 'number',
    label: 'Volts at the driver',
    unit: 'V',
    low: 8,
    high: 29,
    step: 0.1,
    usual: 13.5,
    why: 'Running, behind all wires.',
  },
  lowV: {
    kind: 'number',
    label: 'At least',
    unit: 'V',
    low: 8,
    high: 29,
    step: 0.1,
    usual: 12.5,
    why: 'Idle with all loads on.',
  },
  way: {
    kind: 'choice',
    label: 'Driven',
    options: { smooth: 'smoothly', stepped: 'in three steps' },
    usual: 'smooth',
  },
} as const
type Values = ValuesOf<typeof fields>

/** What the pump gives over what is drunk, so that the regulator keeps control (EQ14). */
const TIMES = 1.2
const LEAST_OVER = 15 * LH
/** Injector duties of the table. */
const DUTIES = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.85, 0.9, 1]
/** A step off waits so long, and goes at so much less duty; on it goes at once. */
const HYSTERESIS = 0.06
/** Cruising: where most hours are spent. */
const CRUISE = 0.2
/** Steps are put this much over what the last of them needs. */
const OVER_STEP = 0.02

export interface DutyRow {
  injectorDuty: number
  drunkM3PerS: number
  needM3PerS: number
  volts: Volt
  atBus: number
  atLow: number
}
/** The row for one duty of the injectors; a duty over 1 cannot be driven. */
export function dutyRow(values: Values, injectorDuty: number): DutyRow {
  const pump = values.kind === 'turbine' ? turbinePump : rollerPump
  const motor = pump(values.flowM3PerS, values.currentA)
  const railPa = values.railPa + values.boostPa * injectorDuty
  const drunkM3PerS = demandByInjectors(values.injectors, values.injectorM3PerS, injectorDuty, values.railPa)
  const needM3PerS = Math.max(TIMES * drunkM3PerS, drunkM3PerS + LEAST_OVER)
  const volts = voltsFor(motor, needM3PerS / values.pumps, railPa)
  return {
    injectorDuty,
    drunkM3PerS,
    needM3PerS,
    volts,
    atBus: volts / values.busV,
    atLow: volts / values.lowV,
  }
}

/** Three steps: up to 25 %, 60 % and over that of the injectors' duty; the last is full. */
function stepsOf(rows: DutyRow[]): { upTo: number; duty: number }[] {
  const highest = (upTo: number) =>
    Math.max(...rows.filter(({ injectorDuty }) => injectorDuty <= upTo).map(({ atLow }) => atLow))
  return [
    { upTo: 0.25, duty: Math.min(1, highest(0.25) + OVER_STEP) },
    { upTo: 0.6, duty: Math.min(1, highest(0.6) + OVER_STEP) },
    { upTo: 1, duty: 1 },
  ]
}
const stepAt = (steps: ReturnType<typeof stepsOf>, duty: number) =>
  steps.find(({ upTo }) => duty <= upTo + 1e-9)!.duty

type Shown = (row: DutyRow) => number

const tableOf = (values: Values, rows: DutyRow[], shown: Shown): AnswerTable => ({
  columns: [
    { name: 'Injectors open', unit: '%', digits: 0 },
    { name: 'Drunk', unit: 'L/h', digits: 1 },
    { name: 'Wanted', unit: 'L/h', digits: 1 },
    { name: 'At the pump', unit: 'V', digits: 2 },
    { name: `Duty at ${values.busV} V`, unit: '%', digits: 0 },
    { name: `at ${values.lowV} V`, unit: '%', digits: 0 },
    { name: 'Set', unit: '%', digits: 0 },
  ],
  rows: rows.map((row) => [
    row.injectorDuty,
    row.drunkM3PerS,
    row.needM3PerS,
    row.volts,
    Math.min(1, row.atBus),
    Math.min(1, row.atLow),
    Math.min(1, shown(row)),
  ]),
})

const curveOf = (values: Values, rows: DutyRow[], shown: Shown): Curve => ({
  x: { name: 'Injectors open', unit: '%' },
  y: { name: 'Duty of the pump', unit: '%' },
  lines: [
    {
      name: `at ${values.busV} V`,
      points: rows.map((row) => [row.injectorDuty, Math.min(1, row.atBus)]),
    },
    {
      name: `at ${values.lowV} V`,
      points: rows.map((row) => [row.injectorDuty, Math.min(1, row.atLow)]),
    },
    ...(values.way === 'stepped'
      ? [{ name: 'set', points: rows.map((row): [number, number] => [row.injectorDuty, shown(row)]) }]
      : []),
  ],
  hand: null,
})

function work(values: Values): Answer {
  const rows = DUTIES.map((duty) => dutyRow(values, duty))
  const steps = stepsOf(rows)
  const least = rows[0]!
  const beyond = rows.find(({ atLow }) => atLow > 1)
  const cruise = dutyRow(values, CRUISE)
  const motor = (values.kind === 'turbine' ? turbinePump : rollerPump)(values.flowM3PerS, values.currentA)
  const saved = values.pumps * (values.busV - cruise.volts) * currentAt(motor, values.railPa)
  const percent = (share: number) => `${Math.round(100 * share)} %`
  const shown = (row: DutyRow) => (values.way === 'stepped' ? stepAt(steps, row.injectorDuty) : row.atBus)
  return {
    says: beyond
      ? `On ${values.lowV} V it falls short from ${percent(beyond.injectorDuty)} of the injectors on: a larger pump, or a second one.`
      : `It runs from ${percent(least.atBus)} at idle to ${percent(rows.at(-1)!.atBus)} at full, on ${values.busV} V.`,
    verdict: beyond ? 'no' : least.atBus > 0.75 ? 'doubt' : 'good',
    limits:
      least.atBus > 0.5
        ? `The range is narrow: under ${percent(least.atBus)} it holds no pressure at all.`
        : `Under ${percent(least.atBus)} it no longer keeps the regulator open.`,
    figures: [
      { id: 'least', name: 'Never under', si: least.atBus, unit: '%', digits: 0 },
      { id: 'leastV', name: 'Volts that it holds on', si: least.volts, unit: 'V', digits: 2 },
      { id: 'prime', name: 'At prime and while cranking', si: 1, unit: '%', digits: 0 },
      { id: 'off', name: 'Down only this much under', si: HYSTERESIS, unit: '%', digits: 0 },
      { id: 'wait', name: 'and after', si: 4, unit: 's', digits: 0 },
      { id: 'saved', name: 'Heat saved at cruise', si: saved, unit: 'W', digits: 0 },
    ],
    table: tableOf(values, rows, shown),
    curve: curveOf(values, rows, shown),
    sure: 'By a pulse of several kilohertz with a freewheeling diode; slower, the table bends: calibrate it with a gauge.',
  }
}

export const duty = calculator({
  id: 'duty',
  title: 'Duty table',
  question: 'At which duty does the pump run?',
  fields: { ...fields, railPa: { ...railField, from: fromSheet('regulatorSetPa') } },
  work,
  caution: {
    text: 'A driver that fails leaves the pump at full, never off: an engine that goes lean under load is lost. A pump with its own commutation is never chopped.',
    stopWhen: 'Stop when the pressure falls under load.',
  },
  formula: [
    'Wanted = the more of 1.2 × drunk and drunk + {15 L/h}',
    'Volts = the pump’s law turned round for that flow at the rail’s pressure',
    'Duty = volts at the pump ÷ volts at the driver; full at prime, while cranking and when the driver fails',
  ],
  source: 'EQ14, EQ07, EQ04; typical',
})
