/**
 * In which units a person wants to read. A figure keeps the unit in which it was typed; what is shown of it
 * follows the preference. Words carry their figures as marks, "Nitrogen, {10 kPa} at most", so that a
 * sentence follows it too.
 */
import { differenceFromSi, differenceToSi, fromSi, toSi, UNIT_NAMES, type UnitName } from './units'

export interface UnitPreference {
  pressure: 'kPa' | 'bar' | 'psi'
  flow: 'L/h' | 'gal/h'
  volume: 'L' | 'gal'
  length: 'mm' | 'in'
  temperature: '°C' | '°F'
  torque: 'N·m' | 'lbf·ft' | 'lbf·in'
}
export type PreferredQuantity = keyof UnitPreference

/** What can be chosen of each quantity. */
export const UNIT_CHOICES = {
  pressure: ['kPa', 'bar', 'psi'],
  flow: ['L/h', 'gal/h'],
  volume: ['L', 'gal'],
  length: ['mm', 'in'],
  temperature: ['°C', '°F'],
  torque: ['N·m', 'lbf·ft', 'lbf·in'],
} as const satisfies { [Q in PreferredQuantity]: readonly UnitPreference[Q][] }

const METRIC: UnitPreference = {
  pressure: 'kPa',
  flow: 'L/h',
  volume: 'L',
  length: 'mm',
  temperature: '°C',
  torque: 'N·m',
}
/** Whole sets, to start from. */
export const UNIT_SYSTEMS = {
  kPa: METRIC,
  bar: { ...METRIC, pressure: 'bar' },
  customary: {
    pressure: 'psi',
    flow: 'gal/h',
    volume: 'gal',
    length: 'in',
    temperature: '°F',
    torque: 'lbf·ft',
  },
} as const satisfies Record<string, UnitPreference>
export type UnitSystem = keyof typeof UNIT_SYSTEMS

type Turned = Partial<Record<UnitName, UnitName>>
/** What each choice makes of the units of its kind; a unit that is not named stays. */
const TURNED: { [Q in PreferredQuantity]: Record<UnitPreference[Q], Turned> } = {
  pressure: {
    kPa: { bar: 'kPa', psi: 'kPa' },
    bar: { kPa: 'bar', MPa: 'bar', psi: 'bar' },
    psi: { kPa: 'psi', MPa: 'psi', bar: 'psi' },
  },
  flow: {
    'L/h': { 'gal/h': 'L/h', 'fl oz/30 s': 'mL/30 s', 'fl oz/15 s': 'mL/15 s' },
    'gal/h': { 'L/h': 'gal/h', 'mL/30 s': 'fl oz/30 s', 'mL/15 s': 'fl oz/15 s' },
  },
  volume: { L: { gal: 'L', 'fl oz': 'mL' }, gal: { L: 'gal', mL: 'fl oz' } },
  length: { mm: { in: 'mm', ft: 'm', mi: 'km' }, in: { mm: 'in', m: 'ft', km: 'mi' } },
  temperature: { '°C': { '°F': '°C' }, '°F': { '°C': '°F' } },
  torque: {
    'N·m': { 'lbf·ft': 'N·m', 'lbf·in': 'N·m' },
    'lbf·ft': { 'N·m': 'lbf·ft', 'lbf·in': 'lbf·ft' },
    'lbf·in': { 'N·m': 'lbf·in', 'lbf·ft': 'lbf·in' },
  },
}
const QUANTITIES = Object.keys(TURNED) as PreferredQuantity[]
/** Under this a torque in feet is said in inches, N·m: no wrench shows 2 lbf·ft. */
const SMALL_TORQUE_NM = 14

/** The unit in which a figure of `unit` is shown; `si` is its size, where a small one is said in a smaller unit. */
export function shownUnit(unit: UnitName, preference: UnitPreference, si?: number): UnitName {
  const turned = QUANTITIES.map((quantity) => turnedBy(quantity, preference)[unit]).find(Boolean) ?? unit
  return turned === 'lbf·ft' && si !== undefined && si < SMALL_TORQUE_NM ? 'lbf·in' : turned
}
const turnedBy = <Q extends PreferredQuantity>(quantity: Q, preference: UnitPreference): Turned =>
  TURNED[quantity][preference[quantity]]

/** The step of a figure in another unit: the power of ten that is no coarser; in its own unit as it is. */
export function stepIn(step: number, from: UnitName, to: UnitName): number {
  if (from === to) return step
  const turned = differenceFromSi(differenceToSi({ value: step, unit: from }), to)
  return Number((10 ** Math.floor(Math.log10(turned) + 1e-6)).toPrecision(1))
}
/** Digits after the point that a step needs. */
export const digitsOfStep = (step: number): number => Math.max(0, -Math.floor(Math.log10(step) + 1e-9))

/** A figure in another unit of its kind, to nine digits: what was typed comes back from it as it was typed. */
export const figureIn = (value: number, from: UnitName, to: UnitName): number =>
  from === to ? value : Number(fromSi(toSi({ value, unit: from }), to).toPrecision(9))

/** A figure turned into another unit of its kind, to the digits that its own step is worth there. */
export function turnedFigure(value: number, from: UnitName, to: UnitName, step: number): number {
  if (from === to) return value
  return Number(fromSi(toSi({ value, unit: from }), to).toFixed(digitsOfStep(stepIn(step, from, to))))
}

/** A mark in a text: one figure or a range, and its unit. Braces round a word are another's. */
const MARK = /\{([-−]?\d[^{}]*)\}/g
const MARKED = new RegExp(
  `^([-−]?\\d[\\d ]*(?:\\.\\d+)?)(?:( to | and |–|-)(\\d[\\d ]*(?:\\.\\d+)?))? (${UNIT_NAMES.map((name) =>
    name.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&'),
  ).join('|')})$`,
)
/** Three figures say a typical figure well enough, two a length in inches. */
const SAID_DIGITS = 3
const SAID_DIGITS_OF: Partial<Record<UnitName, number>> = { in: 2, ft: 2, mi: 2 }

/** The figures a text carries, as they are written; null for a mark that names no figure. */
export const marksOf = (text: string): ({ values: number[]; unit: UnitName } | null)[] =>
  [...text.matchAll(MARK)].map(([, inner]) => readMark(inner!))

function readMark(inner: string): { values: number[]; between: string; unit: UnitName } | null {
  const read = MARKED.exec(inner)
  if (!read) return null
  const [, one, between, other, unit] = read
  const figure = (text: string) => Number(text.replace('−', '-').replaceAll(' ', ''))
  return {
    values: [figure(one!), ...(other ? [figure(other)] : [])],
    between: between ?? '',
    unit: unit as UnitName,
  }
}

/** A text as a person with this preference reads it: no marks left; what is in the right unit stays as written. */
export const inWords = (text: string, preference: UnitPreference): string =>
  text.includes('{')
    ? text.replace(MARK, (_, inner: string) => {
        const read = readMark(inner)
        const largest = read && Math.max(...read.values.map((value) => toSi({ value, unit: read.unit })))
        const unit = read && shownUnit(read.unit, preference, largest!)
        if (!read || unit === read.unit) return inner
        const said = read.values.map((value) =>
          saidFigure(fromSi(toSi({ value, unit: read.unit }), unit!), unit!),
        )
        return `${said.join(read.between)} ${unit}`
      })
    : text
const saidFigure = (value: number, unit: UnitName): string => {
  const digits = SAID_DIGITS_OF[unit] ?? SAID_DIGITS
  const rounded = Math.abs(value) >= 10 ** digits ? Math.round(value) : Number(value.toPrecision(digits))
  return String(rounded).replace('-', '−')
}

/** A text as it is written, its marks taken off: what a thing is called wherever its name is its key. */
export const plainWords = (text: string): string => inWords(text, METRIC)
