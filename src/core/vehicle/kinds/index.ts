import { ELECTRICAL_KINDS } from './electrical'
import { FUEL_KINDS } from './fuel'
import { GAUGE_KINDS } from './gauge'
import { LEAK_KINDS } from './leak'
import type { KindDef, Placed } from './kind'

export type PartKind =
  keyof typeof FUEL_KINDS | keyof typeof ELECTRICAL_KINDS | keyof typeof GAUGE_KINDS | keyof typeof LEAK_KINDS
export const KINDS: Record<PartKind, KindDef> = {
  ...FUEL_KINDS,
  ...ELECTRICAL_KINDS,
  ...GAUGE_KINDS,
  ...LEAK_KINDS,
}
export type Part = Placed & { kind: PartKind }
export { OPEN_OHM, type Context, type Landing, type ParameterDef, type SceneRule } from './kind'
