import { KELVIN_AT_0_C, type Kelvin, type KgPerM3, type PaAbs, type PascalSecond } from '../shared'

/** A liquid at one temperature, as the network solver needs it. */
export interface Fluid {
  name: string
  densityKgPerM3: KgPerM3
  dynamicViscosityPaS: PascalSecond
  /** True vapour pressure; 0 for a liquid that does not boil here. */
  vapourPressurePa: PaAbs
}

interface FuelGrade {
  name: string
  /** What it burns in, and what it does to hoses and gloves: alcohol from a quarter on counts as such. */
  family: 'petrol' | 'alcohol' | 'diesel'
  density15KgPerM3: KgPerM3
  expansionPerK: number
  /** Kinematic viscosity at 20 °C and its fall with temperature, fraction per kelvin. */
  viscosity20M2PerS: number
  viscosityFallPerK: number
  /** Reid vapour pressure at 37.8 °C; 0 for a fuel that does not boil. */
  reidVapourPa: PaAbs
  /** Absolute pressure at which a pump draws nothing but froth, for a fuel that does not boil; the fade towards it begins at once and is felt from about -30 kPa on (EQ09). */
  airReleasePa?: PaAbs
}

/** Generic grades (handbook 4.0, typical). The vehicle's own fuel data override them. */
export const FUEL_GRADES = {
  petrolE0: {
    name: 'Petrol, no ethanol',
    family: 'petrol',
    density15KgPerM3: 745,
    expansionPerK: 0.00105,
    viscosity20M2PerS: 0.7e-6,
    viscosityFallPerK: 0.009,
    reidVapourPa: 62e3,
  },
  petrolE10: {
    name: 'Petrol E10',
    family: 'petrol',
    density15KgPerM3: 750,
    expansionPerK: 0.00105,
    viscosity20M2PerS: 0.74e-6,
    viscosityFallPerK: 0.009,
    reidVapourPa: 66e3,
  },
  petrolE85: {
    name: 'Ethanol E85',
    family: 'alcohol',
    density15KgPerM3: 785,
    expansionPerK: 0.0011,
    viscosity20M2PerS: 1.35e-6,
    viscosityFallPerK: 0.012,
    reidVapourPa: 50e3,
  },
  diesel: {
    name: 'Diesel B7',
    family: 'diesel',
    density15KgPerM3: 835,
    expansionPerK: 0.00083,
    viscosity20M2PerS: 4.5e-6,
    viscosityFallPerK: 0.021,
    reidVapourPa: 0,
    airReleasePa: 25e3,
  },
  dieselB100: {
    name: 'Biodiesel B100',
    family: 'diesel',
    density15KgPerM3: 880,
    expansionPerK: 0.00085,
    viscosity20M2PerS: 7.5e-6,
    viscosityFallPerK: 0.021,
    reidVapourPa: 0,
    airReleasePa: 25e3,
  },
  petrolE25: {
    name: 'Petrol E25',
    family: 'alcohol',
    density15KgPerM3: 757,
    expansionPerK: 0.00106,
    viscosity20M2PerS: 0.87e-6,
    viscosityFallPerK: 0.01,
    reidVapourPa: 67e3,
  },
  methanol: {
    name: 'Methanol',
    family: 'alcohol',
    density15KgPerM3: 795,
    expansionPerK: 0.0012,
    viscosity20M2PerS: 0.73e-6,
    viscosityFallPerK: 0.01,
    reidVapourPa: 32e3,
  },
  avgas: {
    name: 'Avgas 100LL',
    family: 'petrol',
    density15KgPerM3: 710,
    expansionPerK: 0.0012,
    viscosity20M2PerS: 0.62e-6,
    viscosityFallPerK: 0.009,
    reidVapourPa: 44e3,
  },
  twoStroke: {
    name: 'Two-stroke mix',
    family: 'petrol',
    density15KgPerM3: 749,
    expansionPerK: 0.00105,
    viscosity20M2PerS: 0.82e-6,
    viscosityFallPerK: 0.01,
    reidVapourPa: 60e3,
  },
} as const satisfies Record<string, FuelGrade>

export type FuelGradeId = keyof typeof FUEL_GRADES
export type FuelFamily = FuelGrade['family']
export const familyOf = (fuel: FuelGradeId): FuelFamily => FUEL_GRADES[fuel].family

/** True vapour pressure of petrol from its Reid value (EQ09); within 5 % for 48-100 kPa at 20-60 °C, liquid fresh. */
export function vapourPressurePa(reidVapourPa: PaAbs, fuelTempK: Kelvin): PaAbs {
  return 1.06 * reidVapourPa * Math.exp(2950 * (1 / 310.95 - 1 / fuelTempK))
}

/** A grade at a temperature. Valid from -30 to 70 °C; MODELS.md, "Fuels". */
export function fuelAt(grade: FuelGradeId, fuelTempK: Kelvin): Fluid {
  const fuel: FuelGrade = FUEL_GRADES[grade]
  const densityKgPerM3 = fuel.density15KgPerM3 * (1 - fuel.expansionPerK * (fuelTempK - KELVIN_AT_0_C - 15))
  const kinematic =
    fuel.viscosity20M2PerS * Math.exp(-fuel.viscosityFallPerK * (fuelTempK - KELVIN_AT_0_C - 20))
  return {
    name: fuel.name,
    densityKgPerM3,
    dynamicViscosityPaS: kinematic * densityKgPerM3,
    vapourPressurePa: fuel.airReleasePa ?? vapourPressurePa(fuel.reidVapourPa, fuelTempK),
  }
}
