/**
 * Units. Inside core every number is SI and carries its unit in its name. Exported signatures use the
 * types below, which keep kinds apart (absolute, gauge, difference) without costing a cast.
 * What a person typed stays `{ value, unit }`; `toSi` is the one way in and `fromSi` the one way back.
 */
declare const UNIT: unique symbol
type Unit<Name extends string> = number & { readonly [UNIT]?: Name }

export type PaAbs = Unit<'Pa abs'>
export type PaGauge = Unit<'Pa gauge'>
export type PaDifference = Unit<'Pa difference'>
export type M3PerS = Unit<'m3/s'>
export type KgPerS = Unit<'kg/s'>
export type KgPerM3 = Unit<'kg/m3'>
export type Metre = Unit<'m'>
export type SquareMetre = Unit<'m2'>
export type CubicMetre = Unit<'m3'>
export type PascalSecond = Unit<'Pa s'>
export type Kelvin = Unit<'K'>
export type Volt = Unit<'V'>
export type Ampere = Unit<'A'>
export type Ohm = Unit<'ohm'>
export type RadPerS = Unit<'rad/s'>
export type Second = Unit<'s'>
export type Minutes = Unit<'min'>
export type Money = Unit<'money'>
/** 0 to 1. */
export type Probability = Unit<'probability'>
/** 0 to 1 unless the name says otherwise. */
export type Fraction = Unit<'fraction'>

export const GRAVITY_M_PER_S2 = 9.80665
export const STANDARD_AMBIENT_PA: PaAbs = 101_325
export const KELVIN_AT_0_C = 273.15

/** Litres an hour to cubic metres a second. */
export const M3_PER_S_PER_L_PER_H = 1e-3 / 3600
export const PA_PER_KPA = 1e3
/** One millilitre a minute, in m3/s. */
export const M3_PER_S_PER_ML_PER_MIN = 1e-6 / 60

/** One US gallon and one US fluid ounce, m3; one inch, m; one pound-force foot, N·m. Exact by definition. */
const M3_PER_GALLON = 3.785411784e-3
const M3_PER_FLUID_OUNCE = M3_PER_GALLON / 128
const M_PER_INCH = 0.0254
const NM_PER_LBF_FT = 1.3558179483314004
/** 550 pound-force feet a second. */
const W_PER_HORSEPOWER = 550 * NM_PER_LBF_FT

/** Every unit a reading may be typed or shown in, with its factor to SI and the SI kind it belongs to. */
const UNITS = {
  V: { kind: 'voltage', factor: 1 },
  mV: { kind: 'voltage', factor: 1e-3 },
  A: { kind: 'current', factor: 1 },
  ohm: { kind: 'resistance', factor: 1 },
  mohm: { kind: 'resistance', factor: 1e-3 },
  kPa: { kind: 'pressure', factor: 1e3 },
  MPa: { kind: 'pressure', factor: 1e6 },
  bar: { kind: 'pressure', factor: 1e5 },
  psi: { kind: 'pressure', factor: 6894.757293168 },
  'L/h': { kind: 'flow', factor: M3_PER_S_PER_L_PER_H },
  'mL/30 s': { kind: 'flow', factor: 1e-6 / 30 },
  'mL/15 s': { kind: 'flow', factor: 1e-6 / 15 },
  'gal/h': { kind: 'flow', factor: M3_PER_GALLON / 3600 },
  'fl oz/30 s': { kind: 'flow', factor: M3_PER_FLUID_OUNCE / 30 },
  'fl oz/15 s': { kind: 'flow', factor: M3_PER_FLUID_OUNCE / 15 },
  'mL/min': { kind: 'flow', factor: M3_PER_S_PER_ML_PER_MIN },
  L: { kind: 'volume', factor: 1e-3 },
  mL: { kind: 'volume', factor: 1e-6 },
  gal: { kind: 'volume', factor: M3_PER_GALLON },
  'fl oz': { kind: 'volume', factor: M3_PER_FLUID_OUNCE },
  m: { kind: 'length', factor: 1 },
  mm: { kind: 'length', factor: 1e-3 },
  km: { kind: 'length', factor: 1e3 },
  in: { kind: 'length', factor: M_PER_INCH },
  ft: { kind: 'length', factor: 12 * M_PER_INCH },
  mi: { kind: 'length', factor: 63360 * M_PER_INCH },
  'mm²': { kind: 'area', factor: 1e-6 },
  W: { kind: 'power', factor: 1 },
  kW: { kind: 'power', factor: 1e3 },
  hp: { kind: 'power', factor: W_PER_HORSEPOWER },
  'N·m': { kind: 'torque', factor: 1 },
  'lbf·ft': { kind: 'torque', factor: NM_PER_LBF_FT },
  'lbf·in': { kind: 'torque', factor: NM_PER_LBF_FT / 12 },
  rpm: { kind: 'speed', factor: (2 * Math.PI) / 60 },
  '%': { kind: 'fraction', factor: 0.01 },
  s: { kind: 'time', factor: 1 },
  ms: { kind: 'time', factor: 1e-3 },
  min: { kind: 'time', factor: 60 },
  '1/min': { kind: 'rate', factor: 1 / 60 },
  '°C': { kind: 'temperature', factor: 1 },
  '°F': { kind: 'temperature', factor: 5 / 9 },
} as const

export type UnitName = keyof typeof UNITS
export type Kind = (typeof UNITS)[UnitName]['kind']
export const UNIT_NAMES = Object.keys(UNITS) as [UnitName, ...UnitName[]]

/** What a person typed or an instrument gave: stored as it came. */
export interface Entered {
  value: number
  unit: UnitName
}

/** Where the scale begins, SI. */
const ZERO: Partial<Record<UnitName, number>> = {
  '°C': KELVIN_AT_0_C,
  '°F': KELVIN_AT_0_C - (32 * 5) / 9,
}
const zeroOf = (unit: UnitName): number => ZERO[unit] ?? 0

/** The SI value of an entry. */
export const toSi = (entered: Entered): number =>
  entered.value * UNITS[entered.unit].factor + zeroOf(entered.unit)
/** An SI value in a unit for people. */
export const fromSi = (si: number, unit: UnitName): number => (si - zeroOf(unit)) / UNITS[unit].factor
/** A difference (an accuracy, an offset) in SI and back: the zero of the scale falls out. */
export const differenceToSi = (entered: Entered): number => entered.value * UNITS[entered.unit].factor
export const differenceFromSi = (si: number, unit: UnitName): number => si / UNITS[unit].factor
export const unitKind = (unit: UnitName): Kind => UNITS[unit].kind
/** Units that measure the same kind of quantity, the given one first. */
export const unitsLike = (unit: UnitName): UnitName[] => [
  unit,
  ...UNIT_NAMES.filter((other) => other !== unit && UNITS[other].kind === UNITS[unit].kind),
]
