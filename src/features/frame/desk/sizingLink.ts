/** A question with its figures as an address: it can be sent, kept and come back to. */
import { MOST_TEXT, calculatorById, type Calculator, type Typed } from '@/core/sizing'
import { UNIT_NAMES, figureOf, unitKind, type UnitName } from '@/core/shared'

const VEHICLE = 'vehicle'
const OF = 'of'

export interface SizingAddress {
  calculator: Calculator
  vehicleId: string | null
  /** What stood in the address of its fields; the others begin as they do. */
  typed: Typed
}

export function addressOf({ calculator, vehicleId, typed }: SizingAddress): string {
  const query = new URLSearchParams({ [OF]: calculator.id })
  if (vehicleId) query.set(VEHICLE, vehicleId)
  for (const [id, value] of Object.entries(typed))
    query.set(
      id,
      typeof value === 'object' ? `${Number(value.value.toPrecision(9))} ${value.unit}` : String(value),
    )
  return `/sizing?${query}`
}

/** What of an address can be read; a figure without its unit, or with one of another kind, is left out. */
export function readAddress(query: URLSearchParams): SizingAddress {
  const calculator = calculatorById(query.get(OF))
  const typed: Typed = {}
  for (const [id, field] of Object.entries(calculator.fields)) {
    const text = query.get(id)
    if (text === null) continue
    if (field.kind === 'points') {
      if (text.length <= MOST_TEXT) typed[id] = text
      continue
    }
    if (field.kind === 'choice') {
      if (text in field.options) typed[id] = text
      continue
    }
    const [figure = '', ...rest] = text.trim().split(' ')
    const value = figureOf(figure)
    const unit = UNIT_NAMES.find((name) => name === rest.join(' '))
    if (value === null) continue
    if (field.unit === null && rest.length === 0) typed[id] = value
    else if (field.unit !== null && unit && unitKind(unit) === unitKind(field.unit))
      typed[id] = { value, unit: unit satisfies UnitName }
  }
  return { calculator, vehicleId: query.get(VEHICLE), typed }
}
