/** What an engine drinks at most, by its power or by its injectors (EQ03, EQ04); fields that several questions share. */
import type { FuelGradeId } from '../../physics'
import { WIRES } from '../../library'
import { M3_PER_S_PER_L_PER_H as LH, type M3PerS, type PaGauge } from '../../shared'
import { densityAt15, FUEL_FIGURES, FUEL_NAMES } from '../fuels'
import { fromSheet, fuelOfVehicle, type ChoiceField, type NumberField } from '../terms'

export const BREATHS = {
  natural: 'breathes freely',
  boosted: 'is charged',
  twoStroke: 'is a two-stroke',
  diesel: 'is a diesel',
} as const
export type Breath = keyof typeof BREATHS
/** Fuel for work at full load, kg/kWh on the fuel that is usual for it; typical, 15 % to either side. */
export const CONSUMPTION: Record<Breath, number> = {
  natural: 0.32,
  boosted: 0.36,
  twoStroke: 0.47,
  diesel: 0.23,
}
const USUAL_FUEL: Record<Breath, FuelGradeId> = {
  natural: 'petrolE0',
  boosted: 'petrolE0',
  twoStroke: 'petrolE0',
  diesel: 'diesel',
}

/** EQ03; a fuel that gives less heat is drunk in proportion. */
export function demandByPower(powerW: number, breath: Breath, fuel: FuelGradeId): M3PerS {
  const factor = FUEL_FIGURES[USUAL_FUEL[breath]].heatingJPerKg / FUEL_FIGURES[fuel].heatingJPerKg
  const kgPerS = ((powerW / 1e3) * CONSUMPTION[breath] * factor) / 3600
  return kgPerS / densityAt15(fuel)
}
/** The pressure at which injectors are usually measured. */
export const INJECTORS_AT_PA: PaGauge = 300e3
/** EQ04: flow goes with the root of what stands over the injector. */
export const demandByInjectors = (count: number, eachM3PerS: M3PerS, duty: number, overPa: number): M3PerS =>
  count * eachM3PerS * duty * Math.sqrt(overPa / INJECTORS_AT_PA)

const byPower = (values: Record<string, number | string>) => values['by'] === 'power'
const byInjectors = (values: Record<string, number | string>) => values['by'] === 'injectors'

export const fuelField: ChoiceField<FuelGradeId> = {
  kind: 'choice',
  label: 'Fuel',
  options: FUEL_NAMES,
  usual: 'petrolE10',
  from: fuelOfVehicle,
}
export const fuelKField: NumberField = {
  kind: 'number',
  label: 'Fuel at',
  unit: '°C',
  low: -30,
  high: 70,
  step: 5,
  usual: 20,
  why: 'Colder it is thick, hotter it boils; the fuels here are known from {-30 to 70 °C}.',
}
/** A pump by one point of its sheet. */
export const pumpFields = {
  flowM3PerS: {
    kind: 'number',
    label: 'One gives at {300 kPa}, 13.5 V',
    unit: 'L/h',
    low: 10,
    high: 800,
    step: 5,
    usual: 120,
    why: 'From the smallest to the largest that run on a vehicle’s volts.',
    from: fromSheet('pumpFlowM3PerS'),
  },
  currentA: {
    kind: 'number',
    label: 'and draws',
    unit: 'A',
    low: 0.5,
    high: 40,
    step: 0.1,
    usual: 5.2,
    why: 'Under half an ampere nothing pumps, over 40 nothing holds.',
    from: fromSheet('pumpCurrentA'),
  },
} as const satisfies Record<string, NumberField>
export const railField: NumberField = {
  kind: 'number',
  label: 'Pressure over the injectors',
  unit: 'kPa',
  low: 5,
  high: 700,
  step: 10,
  usual: 300,
  why: 'A carburettor wants a few, injection no more than {700 kPa}.',
  from: fromSheet('regulatorSetPa'),
}
export const injectorFields = {
  injectors: {
    kind: 'number',
    whole: true,
    label: 'Injectors',
    unit: null,
    low: 1,
    high: 24,
    step: 1,
    usual: 6,
    why: 'One to twenty-four of them.',
    when: byInjectors,
  },
  injectorM3PerS: {
    kind: 'number',
    label: 'Each gives at {300 kPa}',
    unit: 'mL/min',
    low: 50,
    high: 3000,
    step: 10,
    usual: 440,
    why: 'The smallest give {50 mL/min}, the largest {3000 mL/min}.',
    when: byInjectors,
  },
  duty: {
    kind: 'number',
    label: 'Open at most',
    unit: '%',
    low: 5,
    high: 100,
    step: 5,
    usual: 85,
    why: 'Of the time that a cycle has: over 85 % they hardly close.',
    when: byInjectors,
  },
} as const satisfies Record<string, NumberField>
export const engineFields = {
  by: {
    kind: 'choice',
    label: 'The engine is known by',
    options: { power: 'its power', injectors: 'its injectors' },
    usual: 'power',
  },
  powerW: {
    kind: 'number',
    label: 'Power',
    unit: 'kW',
    low: 2,
    high: 1500,
    step: 5,
    usual: 150,
    why: 'From a generator of 2 to 1500.',
    when: byPower,
  },
  breath: { kind: 'choice', label: 'The engine', options: BREATHS, usual: 'natural', when: byPower },
  fuel: fuelField,
  ...injectorFields,
  railPa: railField,
} as const

/** The demand of what the engine fields say. */
export const demandOf = (values: {
  by: 'power' | 'injectors'
  powerW: number
  breath: Breath
  fuel: FuelGradeId
  injectors: number
  injectorM3PerS: number
  duty: number
  railPa: number
}): M3PerS =>
  values.by === 'power'
    ? demandByPower(values.powerW, values.breath, values.fuel)
    : demandByInjectors(values.injectors, values.injectorM3PerS, values.duty, values.railPa)

const wires = Object.fromEntries(WIRES.map(({ areaMm2 }) => [String(areaMm2), `${areaMm2} mm²`])) as Record<
  '0.5' | '0.75' | '1' | '1.5' | '2.5' | '4' | '6',
  string
>
/** From the battery to the rail: what a pump gets of volts, and what of its flow arrives. */
export const wayFields = {
  supplyV: {
    kind: 'number',
    label: 'Volts at the battery, running',
    unit: 'V',
    low: 6,
    high: 29,
    step: 0.1,
    usual: 13.5,
    why: 'The least that it runs on counts: idle, lights and fan on.',
  },
  wire: { kind: 'choice', label: 'Wire of each pump', options: wires, usual: '2.5' },
  wireM: {
    kind: 'number',
    label: 'Wire, out and back',
    unit: 'm',
    low: 0.5,
    high: 40,
    step: 0.5,
    usual: 9,
    why: 'Both ways count: to the pump and back to battery minus.',
  },
  lineM: {
    kind: 'number',
    label: 'Feed line',
    unit: 'm',
    low: 0.1,
    high: 20,
    step: 0.1,
    usual: 3.6,
    why: 'From the pump to the rail.',
    from: fromSheet('feedLengthM'),
  },
  boreM: {
    kind: 'number',
    label: 'its bore',
    unit: 'mm',
    low: 3,
    high: 20,
    step: 0.1,
    usual: 7.5,
    why: 'Inside, not the size of the pipe.',
    from: fromSheet('feedBoreM'),
  },
} as const satisfies Record<string, NumberField | ChoiceField>

/** Fuel as warm as on the road, °C. */
export const FUEL_C = 25
/** Loss of a sound fine filter at 100 L/h: 6 kPa; typical. */
export const FILTER = { linearPaPerM3S: 60 / LH, quadraticPaPerM3S2: 0.2 / LH ** 2 }
