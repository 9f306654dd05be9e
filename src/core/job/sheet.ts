/**
 * The vehicle's sheet: its figures with their sources, as a person gives them, and where they do not go
 * with what was read. A figure that is only typical gives way to any other.
 */
import { FUEL_GRADES, familyOf, type FuelFamily, type FuelGradeId } from '../physics'
import { findTest, type TestRole } from '../library'
import {
  differenceToSi,
  digitsOfStep,
  fromSi,
  shownUnit,
  stepIn,
  toSi,
  type UnitName,
  type UnitPreference,
} from '../shared'
import {
  LAYOUTS,
  LEAST_SENDER_SPAN_OHM,
  SPECIFICATION_FIELDS,
  inScope,
  specificationOf,
  vehicleModel,
  type Figure,
  type LayoutId,
  type Specification,
  type SpecificationField,
  LICENSED,
} from '../vehicle'
import type { Reading } from '../records'

/** How a figure is named and typed. */
export interface SheetField {
  field: SpecificationField
  name: string
  /** Null for a count. */
  unit: UnitName | null
  digits: number
}

export const SHEET_FIELDS: readonly SheetField[] = [
  { field: 'regulatorSetPa', name: 'Set pressure', unit: 'kPa', digits: 0 },
  { field: 'reliefPa', name: 'Pump relief', unit: 'kPa', digits: 0 },
  { field: 'pumpFlowM3PerS', name: 'Pump, rated flow', unit: 'L/h', digits: 0 },
  { field: 'pumpCurrentA', name: 'Pump current', unit: 'A', digits: 1 },
  { field: 'peakDemandM3PerS', name: 'Engine takes at most', unit: 'L/h', digits: 0 },
  { field: 'tankCapacityM3', name: 'Tank holds', unit: 'L', digits: 0 },
  { field: 'feedBoreM', name: 'Feed line, bore', unit: 'mm', digits: 1 },
  { field: 'feedLengthM', name: 'Feed line, length', unit: 'm', digits: 1 },
  { field: 'returnBoreM', name: 'Return line, bore', unit: 'mm', digits: 1 },
  { field: 'senderEmptyOhm', name: 'Sender, empty', unit: 'ohm', digits: 0 },
  { field: 'senderFullOhm', name: 'Sender, full', unit: 'ohm', digits: 0 },
  { field: 'limiterV', name: 'Gauge limiter', unit: 'V', digits: 1 },
  { field: 'cylinders', name: 'Cylinders', unit: null, digits: 0 },
]

const moved = new Map<string, SheetField[]>()

/** The figures that say something of a layout: those that move a part of its fuel side or of its gauge loop. */
export function sheetFieldsOf(layoutId: LayoutId): SheetField[] {
  const known = moved.get(layoutId) ?? SHEET_FIELDS.filter(({ field }) => moves(layoutId, field))
  moved.set(layoutId, known)
  return known
}

function moves(layoutId: LayoutId, field: SpecificationField): boolean {
  return (['engine', 'gauge'] as const).some((scope) => {
    const layout = inScope(LAYOUTS[layoutId], scope)
    const typical = specificationOf({}, layout)
    const { low, high } = SPECIFICATION_FIELDS[field]
    const value = typical[field].value === high ? low : high
    const [one, other] = [typical, { ...typical, [field]: { value, source: 'maker' as const } }].map(
      (specification) => vehicleModel(layout, specification),
    )
    if (!one!.ok || !other!.ok) return false
    const numbers = (built: typeof one) =>
      built!.ok ? [...built!.value.nominal, ...built!.value.system.values] : []
    const before = numbers(one)
    return numbers(other).some((number, at) => number !== before[at])
  })
}

/** A field as somebody with this preference types it: in another unit to the digits that are worth as much. */
export function sheetFieldIn(field: SheetField, preference: UnitPreference): SheetField {
  if (!field.unit) return field
  const unit = shownUnit(field.unit, preference)
  return { ...field, unit, digits: digitsOfStep(stepIn(10 ** -field.digits, field.unit, unit)) }
}

/** A figure as it is shown in its own unit. */
export const sheetValue = ({ unit, digits }: SheetField, si: number): string =>
  String(Number((unit ? fromSi(si, unit) : si).toFixed(digits)))

/** What was typed for a figure, SI; or the range that it has to lie in, in words. Comma and point are one. */
export function readSheetField(
  { field, unit, digits }: SheetField,
  text: string,
): { ok: true; value: number } | { ok: false; problem: string } {
  const typed = Number(text.trim().replace(',', '.'))
  const si = unit ? toSi({ value: typed, unit }) : typed
  const { low, high } = SPECIFICATION_FIELDS[field]
  // An end that is shown rounded is within the range.
  const step = 0.5 * 10 ** -digits
  const tolerance = 1e-9 * Math.abs(high) + (unit ? differenceToSi({ value: step, unit }) : 0)
  if (text.trim() !== '' && si >= low - tolerance && si <= high + tolerance)
    return { ok: true, value: Math.min(high, Math.max(low, si)) }
  const shown = (value: number) => Number((unit ? fromSi(value, unit) : value).toFixed(digits))
  return { ok: false, problem: `A number from ${shown(low)} to ${shown(high)}` }
}

/** What of a whole sheet cannot be, by field: ends of a sender that are one. */
export const sheetProblems = ({
  senderEmptyOhm,
  senderFullOhm,
}: Specification): Partial<Record<SpecificationField, string>> =>
  Math.abs(senderEmptyOhm.value - senderFullOhm.value) < LEAST_SENDER_SPAN_OHM
    ? { senderFullOhm: 'Another figure than empty' }
    : {}

/** The typical figure of a layout, for one that is taken back. */
export const typicalFigure = (layoutId: LayoutId, field: SpecificationField): Figure =>
  specificationOf({}, LAYOUTS[layoutId])[field]

/** How far a reading may lie beyond an end of the sheet before one of both is wrong; typical. */
const SENDER_SLACK = 0.15
const DIP_SLACK = 1.08

/** Where a figure of the sheet and a reading cannot both be right; typical figures contradict nothing. */
export function sheetContradictions(specification: Specification, readings: Reading[]): string[] {
  const read = (role: TestRole) =>
    readings.flatMap(({ testId, value }) =>
      value.kind === 'number' && findTest(testId)?.role === role ? [toSi(value.entered)] : [],
    )
  const { senderEmptyOhm: empty, senderFullOhm: full, tankCapacityM3: capacity } = specification
  const [least, most] = [Math.min(empty.value, full.value), Math.max(empty.value, full.value)]
  const slack = SENDER_SLACK * (most - least)
  const said = empty.source !== 'generic' && full.source !== 'generic'
  return [
    ...read('senderOhm')
      .filter((ohm) => said && (ohm > most + slack || ohm < least - slack))
      .map(
        (ohm) =>
          `The sheet says ${empty.value} to ${full.value} Ω, the sender reads ${Math.round(ohm)} Ω: one of both is wrong.`,
      ),
    ...read('tankContent')
      .filter((m3) => capacity.source !== 'generic' && m3 > DIP_SLACK * capacity.value)
      .map(
        (m3) =>
          `The sheet says {${Math.round(1e3 * capacity.value)} L}, {${Math.round(1e3 * m3)} L} were dipped: one of both is wrong.`,
      ),
  ]
}

/** What a fuel does to a vehicle that is not made for it; null where it is. */
export function harmOf(layoutId: LayoutId, fuel: FuelGradeId): string | null {
  const { fuel: made, engine } = LAYOUTS[layoutId]
  if (fuel === made) return null
  if (LICENSED.includes(layoutId)) return fuel === 'avgas' ? null : NOT_APPROVED
  const [from, to] = [familyOf(made), familyOf(fuel)]
  if (from !== to) return HARMS[`${from} ${to}`] ?? null
  if (fuel === 'avgas' && engine.kind === 'carburettor') return null
  if (made === 'petrolE0' && fuel === 'petrolE10') return OLD_RUBBER
  return OWN_HARM[fuel] ?? null
}

/** An aircraft flies on nothing else. */
const NOT_APPROVED =
  'Only a fuel that its approved data name. Alcohol swells seals, takes up water and boils at height: the engine stops in the air.'
const OLD_RUBBER =
  'Ethanol hardens and cracks old hoses, floats and seals: look at each before it runs on it.'

const HARMS: Partial<Record<`${FuelFamily} ${FuelFamily}`, string>> = {
  'petrol alcohol':
    'Alcohol runs lean, starts badly cold and swells hoses, seals, floats and a tank liner that are not made for it.',
  'petrol diesel': 'Diesel in a petrol engine smokes, fouls plugs and catalyst and will not start.',
  'diesel petrol': 'Petrol takes the lubrication from the pump: metal in minutes, the whole rail with it.',
  'diesel alcohol': 'Alcohol takes the lubrication from the pump and eats its seals.',
}
const OWN_HARM: Partial<Record<FuelGradeId, string>> = {
  avgas: 'Its lead ruins catalyst and sensors.',
  twoStroke: 'Oil in it fouls plugs, catalyst and sensors of an engine with its own oil.',
  dieselB100: 'Biodiesel softens hoses and loosens old dirt: a filter or two clog.',
}

/** Grades by name, those of the layout's own family first. */
export const fuelsFor = (layoutId: LayoutId): { id: FuelGradeId; name: string }[] =>
  (Object.keys(FUEL_GRADES) as FuelGradeId[])
    .map((id) => ({ id, name: FUEL_GRADES[id].name, own: familyOf(id) === familyOf(LAYOUTS[layoutId].fuel) }))
    .sort((one, other) => Number(other.own) - Number(one.own))
    .map(({ id, name }) => ({ id, name }))
