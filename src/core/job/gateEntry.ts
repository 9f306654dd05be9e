/**
 * A figure that decides whether something may be opened: only what can be, with comma or point, and the
 * range is said. A sign, an exponent or a letter is no figure here.
 */
import { figureIn, type UnitName } from '../shared'

export type GateUnit = '%' | 'kPa'

/** What a meter or a gauge can show at all. */
export const GATE_RANGE: Record<GateUnit, { low: number; high: number; words: string }> = {
  '%': { low: 0, high: 100, words: '0 to 100 % LEL' },
  kPa: { low: 0, high: 2000, words: '{0 to 2000 kPa}' },
}
const PLAIN_FIGURE = /^\d{1,5}([.,]\d{1,3})?$/

export type GateEntry =
  { kind: 'empty' } | { kind: 'figure'; value: number } | { kind: 'not possible'; range: string }

/** What was typed, in the gate's own unit; a gauge may be read in another, `shown`. */
export function readGate(typed: string, unit: GateUnit, shown: UnitName = unit): GateEntry {
  const text = typed.trim()
  if (text === '') return { kind: 'empty' }
  const { low, high, words } = GATE_RANGE[unit]
  const figure = PLAIN_FIGURE.test(text) ? Number(text.replace(',', '.')) : NaN
  const value = figureIn(figure, shown, unit)
  return value >= low && value <= high ? { kind: 'figure', value } : { kind: 'not possible', range: words }
}

/** The figure, or null where there is none that can be. */
export function gateValue(typed: string, unit: GateUnit, shown: UnitName = unit): number | null {
  const entry = readGate(typed, unit, shown)
  return entry.kind === 'figure' ? entry.value : null
}
