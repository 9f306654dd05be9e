/** Figures as the person at this browser reads them: every one that a screen shows or takes passes here. */
import {
  digitsOfStep,
  figureIn,
  figureOf,
  fromSi,
  inWords,
  shownUnit,
  stepIn,
  toSi,
  type UnitName,
} from '@/core/shared'
import { testIn, type Test } from '@/core/library'
import type { GateUnit } from '@/core/job'
import { unitsNow } from '@/data/units'

const UNIT_TEXT: Partial<Record<UnitName, string>> = { ohm: 'Ω', mohm: 'mΩ' }
export const unitText = (unit: UnitName): string => UNIT_TEXT[unit] ?? unit

/** The unit in which a figure of this unit is shown; `si` is its size, where a small one has a smaller unit. */
export const unitShown = (unit: UnitName, si?: number): UnitName => shownUnit(unit, unitsNow(), si)

/** A figure alone, in the unit that is shown; `digits` are those that it has in `unit`. */
export function figureShown(si: number, unit: UnitName, digits: number): string {
  const shown = unitShown(unit, Math.abs(si))
  const there = digitsOfStep(stepIn(10 ** -digits, unit, shown))
  return fromSi(si, shown).toFixed(there).replace('-', '−')
}
/** A figure with its unit. */
export const siText = (si: number, unit: UnitName, digits: number): string =>
  `${figureShown(si, unit, digits)} ${unitText(unitShown(unit, Math.abs(si)))}`

/** What was typed in the unit that is shown, in the unit that is kept; null for no figure. */
export function typedAs(text: string, unit: UnitName, shown: UnitName = unitShown(unit)): number | null {
  const typed = figureOf(text)
  return typed === null ? null : figureIn(typed, shown, unit)
}
/** A figure that is kept in `unit`, as text in the unit that is shown. */
export function keptText(value: number, unit: UnitName, digits: number): string {
  const shown = unitShown(unit)
  return shown === unit ? String(value).replace('-', '−') : figureShown(toSi({ value, unit }), unit, digits)
}

/** The unit at a gate: a meter's share is one of the lower explosive limit. */
export const gateUnitText = ({ unit }: { unit: GateUnit }): string =>
  unit === '%' ? '% LEL' : unitText(unitShown(unit))
/** The limit of a gate as it is typed. */
export const gateLimit = ({ below, unit }: { below: number; unit: GateUnit }): string =>
  keptText(below, unit, 1)
/** The limit of a gate, said in full. */
export const limitText = ({ below, unit }: { below: number; unit: GateUnit }): string =>
  unit === '%' ? `${below} % LEL` : inUnits(`{${below} ${unit}}`)

/** How far a vehicle has run, kept in km. */
export const distanceText = (km: number): string =>
  `${Math.round(fromSi(1e3 * km, unitShown('km')))
    .toLocaleString('en')
    .replaceAll(',', ' ')} ${unitShown('km')}`

/** Words of the library, their figures in the units that are shown. */
export const inUnits = (text: string): string => inWords(text, unitsNow())

/** A test as it is read here; in `unit` where the person wants this one entry in another. */
export const testShown = (test: Test, unit?: UnitName | null): Test =>
  test.reading.kind === 'number' ? testIn(test, unit ?? unitShown(test.reading.unit)) : test
