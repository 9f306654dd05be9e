/** What sizing needs of a fuel beside its flow: how much air it wants, what it gives, how it takes up heat. Typical (handbook 4.0). */
import { FUEL_GRADES, fuelAt, type FuelGradeId } from '../physics'
import { KELVIN_AT_0_C, type Fraction, type KgPerM3 } from '../shared'

export interface FuelFigures {
  /** Mass of air for one of fuel. */
  airFuelRatio: number
  /** Lower heating value, J/kg. */
  heatingJPerKg: number
  /** J/(kg K). */
  specificHeatJPerKgK: number
}
const figures = (airFuelRatio: number, megajoule: number, kilojoulePerK: number): FuelFigures => ({
  airFuelRatio,
  heatingJPerKg: 1e6 * megajoule,
  specificHeatJPerKgK: 1e3 * kilojoulePerK,
})
export const FUEL_FIGURES: Record<FuelGradeId, FuelFigures> = {
  petrolE0: figures(14.7, 43, 2.1),
  petrolE10: figures(14.1, 41.5, 2.15),
  petrolE25: figures(13.2, 39, 2.2),
  petrolE85: figures(9.8, 29, 2.35),
  methanol: figures(6.45, 19.9, 2.5),
  diesel: figures(14.5, 42.6, 2.05),
  dieselB100: figures(12.5, 37.5, 2.0),
  avgas: figures(14.9, 43.5, 2.15),
  twoStroke: figures(14.5, 43, 2.1),
}
export const FUEL_NAMES = Object.fromEntries(
  Object.entries(FUEL_GRADES).map(([id, { name }]) => [id, name]),
) as Record<FuelGradeId, string>

export const densityAt15 = (fuel: FuelGradeId): KgPerM3 => FUEL_GRADES[fuel].density15KgPerM3
export const fluidAt = (fuel: FuelGradeId, celsius: number) => fuelAt(fuel, KELVIN_AT_0_C + celsius)

/** Air for one of fuel, of a petrol with a share of ethanol by volume (EQ06): air adds by mass. */
export function blendAirFuelRatio(ethanolByVolume: Fraction): number {
  const ethanol = 0.789 * ethanolByVolume
  const share = ethanol / (ethanol + 0.745 * (1 - ethanolByVolume))
  return share * 9 + (1 - share) * 14.7
}
