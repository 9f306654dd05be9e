/** Conductors and fuses of a pump's circuit. Resistances by area at 20 °C; typical uses (handbook EQ16); the loom's data govern. */
import type { Ampere, Metre, Ohm, Volt } from '../shared'

/** Resistance at 20 °C, and the pump current that a wire is usually taken for (half a volt on 5 m). What it bears is more, and by the loom’s data. */
export const WIRES: { areaMm2: number; ohmPerM: number; mostA: Ampere }[] = [
  { areaMm2: 0.5, ohmPerM: 37.1e-3, mostA: 2 },
  { areaMm2: 0.75, ohmPerM: 24.7e-3, mostA: 4 },
  { areaMm2: 1, ohmPerM: 18.5e-3, mostA: 5 },
  { areaMm2: 1.5, ohmPerM: 12.7e-3, mostA: 7 },
  { areaMm2: 2.5, ohmPerM: 7.6e-3, mostA: 12 },
  { areaMm2: 4, ohmPerM: 4.71e-3, mostA: 19 },
  { areaMm2: 6, ohmPerM: 3.14e-3, mostA: 25 },
]
/** The nearest gauge by number: its area and resistance. */
export const WIRES_BY_NUMBER: { awg: number; areaMm2: number; ohmPerM: number }[] = [
  { awg: 20, areaMm2: 0.52, ohmPerM: 33.3e-3 },
  { awg: 18, areaMm2: 0.82, ohmPerM: 20.9e-3 },
  { awg: 17, areaMm2: 1.04, ohmPerM: 16.6e-3 },
  { awg: 16, areaMm2: 1.31, ohmPerM: 13.2e-3 },
  { awg: 14, areaMm2: 2.08, ohmPerM: 8.28e-3 },
  { awg: 12, areaMm2: 3.31, ohmPerM: 5.21e-3 },
  { awg: 10, areaMm2: 5.26, ohmPerM: 3.28e-3 },
  { awg: 8, areaMm2: 8.37, ohmPerM: 2.06e-3 },
]
export const FUSES_A: Ampere[] = [5, 7.5, 10, 15, 20, 25, 30, 40]
/** A fuse carries no more than this share of its rating for long. */
export const FUSE_SHARE = 0.75
/** Of copper, 1/K. */
const COPPER_PER_K = 0.0039

/** Copper grows with warmth. */
export const ohmAt = (ohmPerM: number, celsius: number): number =>
  ohmPerM * (1 + COPPER_PER_K * (celsius - 20))
export const wireOhm = (areaMm2: number, bothWaysM: Metre, celsius = 20): Ohm =>
  bothWaysM * ohmAt(WIRES.find((wire) => wire.areaMm2 === areaMm2)!.ohmPerM, celsius)

/** Drop along the way out and back, by area and length at 20 °C. */
export const wireDropV = (currentA: Ampere, bothWaysM: Metre, ohmPerM: number): Volt =>
  currentA * bothWaysM * ohmPerM

/** The smallest usual fuse for a current that runs for long; undefined where none is large enough. */
export const leastFuseA = (currentA: Ampere): Ampere | undefined =>
  FUSES_A.find((rating) => FUSE_SHARE * rating >= currentA)
