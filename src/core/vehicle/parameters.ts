/**
 * Parameters: the numbers by which one vehicle differs from another and a fault from a sound part.
 * A parameter belongs to a kind of part and lands on fields of its network element, or is read by an
 * observable directly (leaks at rest, the engine's own health). A spread above zero makes it one of the
 * nuisances: theta = nominal * exp(spread * z), z standard normal.
 */
import type { PartKind } from './layout'

/** How a parameter lands on a field: as the value itself, as a factor, or as a factor on area that moves the bore. */
export type Landing = 'value' | 'factor' | 'areaFactor'

export interface ParameterDef {
  name: string
  nominal: number
  unit: string
  /** Standard deviation of the logarithm over sound vehicles; typical. */
  spread: number
  /** Fields of the part's element; empty for what only an observable reads. */
  fields: { element?: string; field: string; landing: Landing }[]
}

const ohms = (nominal: number, spread: number): ParameterDef[] => [{ name: 'ohm', nominal, unit: 'ohm', spread, fields: [{ field: 'ohm', landing: 'value' }] }]
const factor = (name: string, spread: number, fields: string[], landing: Landing = 'factor'): ParameterDef => ({
  name, nominal: 1, unit: '', spread, fields: fields.map((field) => ({ field, landing })),
})
const hidden = (name: string, nominal: number, unit: string, spread = 0): ParameterDef => ({ name, nominal, unit, spread, fields: [] })
const lossFactor = (spread: number) => [factor('loss', spread, ['linearPaPerM3S', 'quadraticPaPerM3S2'])]

/** Typical figures (handbook 2.1, EQ10, EQ16). Leaks at rest are millilitres a minute at 300 kPa. */
export const PART_PARAMETERS: Record<PartKind, ParameterDef[]> = {
  tank: [
    hidden('volumeM3', 0.03, 'm3'),
    { name: 'gaugePa', nominal: 0, unit: 'Pa', spread: 0, fields: [{ element: 'tank', field: 'pressurePa', landing: 'value' }, { element: 'tankTop', field: 'pressurePa', landing: 'value' }] },
    hidden('debris', 0, ''),
  ],
  strainer: lossFactor(0.3),
  pump: [
    factor('displacement', 0.035, ['displacementFactor']),
    factor('leakage', 0.12, ['leakageFactor']),
    factor('friction', 0.08, ['frictionFactor']),
    factor('winding', 0.06, ['windingOhm']),
    hidden('noise', 0, ''),
  ],
  relief: [{ name: 'crack', nominal: 1, unit: '', spread: 0.05, fields: [{ field: 'crackPa', landing: 'factor' }] }],
  moduleHose: [{ name: 'holeM2', nominal: 1e-14, unit: 'm2', spread: 0, fields: [{ field: 'areaM2', landing: 'value' }] }],
  checkValve: [hidden('restLeak', 0.02, 'mL/min', 0.5)],
  line: [factor('area', 0.03, ['boreM'], 'areaFactor')],
  filter: lossFactor(0.3),
  leak: [{ name: 'holeM2', nominal: 1e-14, unit: 'm2', spread: 0, fields: [{ field: 'areaM2', landing: 'value' }] }],
  injectors: [factor('gain', 0.03, ['areaM2']), hidden('restLeak', 0.01, 'mL/min', 0.5), hidden('imbalance', 0.025, '', 0.3), hidden('coil', 1, '')],
  regulator: [
    factor('set', 0.018, ['setPa']),
    factor('slope', 0.25, ['slopePaPerM3S']),
    hidden('reference', 1, ''),
    hidden('restLeak', 0.02, 'mL/min', 0.5),
    hidden('wetHose', 0, ''),
  ],
  returnLine: [factor('area', 0.06, ['boreM'], 'areaFactor')],
  jar: [],
  battery: [
    { name: 'restV', nominal: 12.6, unit: 'V', spread: 0.008, fields: [] },
    { name: 'chargingV', nominal: 13.9, unit: 'V', spread: 0.012, fields: [] },
    { name: 'innerOhm', nominal: 0.006, unit: 'ohm', spread: 0.2, fields: [{ element: 'batteryInner', field: 'ohm', landing: 'value' }] },
  ],
  starter: [hidden('ohm', 0.035, 'ohm', 0.08)],
  fuse: ohms(0.016, 0.25),
  relay: [...ohms(0.012, 0.3), hidden('coil', 1, '')],
  cutOff: ohms(0.006, 0.3),
  loom: ohms(0.03, 0.2),
  feedPlug: ohms(0.006, 0.3),
  hatchLead: ohms(0.012, 0.2),
  ground: ohms(0.018, 0.25),
  chafe: [{ name: 'ohm', nominal: 1e9, unit: 'ohm', spread: 0, fields: [{ field: 'ohm', landing: 'value' }] }],
  command: [hidden('release', 1, '')],
  engine: [hidden('spark', 1, '', 0.06), hidden('compression', 1, '', 0.05), hidden('airLeak', 0.02, '', 0.4), hidden('complianceMlPerKPa', 0.01, 'mL/kPa', 0.3)],
  fuel: [hidden('quality', 1, '', 0.03), hidden('water', 0, ''), hidden('wrong', 0, '')],
}
