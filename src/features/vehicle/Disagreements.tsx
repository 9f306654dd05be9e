'use client'
import {
  SHEET_FIELDS,
  fuelsFor,
  sheetFieldIn,
  sheetValue,
  vehicleDisagreements,
  type VehicleFact,
  type VehicleRecord,
} from '@/core/job'
import type { KnownFigure } from '@/core/diagnosis'
import { LAYOUTS, type Figure, type FigureSource, type LayoutId } from '@/core/vehicle'
import { settleVehicle } from '@/data/store'
import { unitsNow } from '@/data/units'
import { distanceText, unitText } from '../frame/quantities'
import { SaidTwice, type TwiceSaid } from '../frame/SaidTwice'
import { whoWorks } from '../frame/useJob'
import { SOURCE_WORDS, shortOf } from '../frame/words'
import { knownText } from './lifeText'
import type { VehicleInHand } from './useVehicleLife'

const LABELS: Record<string, string> = {
  unit: 'Unit',
  name: 'Name',
  layout: 'How it is built',
  kind: 'Real or simulated',
  year: 'Year',
  kilometres: 'Distance',
  notes: 'Note',
  plate: 'Plate',
  engine: 'Engine',
  pumpNumber: 'Pump number',
  builtAt: 'Built',
  fuel: 'Fuel',
}

/** A thing in the words of the sheet. */
function labelOf({ word: said }: VehicleFact): string {
  if (said.says === 'item') return shortOf((said.item as KnownFigure).testId)
  if (said.says === 'taken in') return ''
  return LABELS[said.field] ?? SHEET_FIELDS.find(({ field }) => field === said.field)?.name ?? said.field
}

function saysOf({ word: said }: VehicleFact, vehicle: VehicleRecord): string {
  if (said.says === 'item')
    return said.there
      ? knownText({ ...(said.item as KnownFigure), source: 'maker' })
      : 'the maker says nothing of it'
  if (said.says === 'field') {
    if (said.field === 'layout') return LAYOUTS[said.value as LayoutId]?.name ?? String(said.value)
    if (said.field === 'kilometres' && typeof said.value === 'number') return distanceText(said.value)
    return said.value === null || said.value === '' ? 'not known' : String(said.value)
  }
  if (said.says !== 'figure') return ''
  if (said.field === 'fuel') return fuelsFor(vehicle.layout).find(({ id }) => id === said.value)?.name ?? ''
  const sheet = SHEET_FIELDS.find(({ field }) => field === said.field)
  const { value, source } = said.value as Figure
  if (!sheet) return String(value)
  const field = sheetFieldIn(sheet, unitsNow())
  const unit = field.unit ? ` ${unitText(field.unit)}` : ''
  return `${sheetValue(field, value)}${unit}, ${SOURCE_WORDS[source as FigureSource]}`
}

/** What two tablets say otherwise of this vehicle. */
export function Disagreements({ hand: { vehicle, facts } }: { hand: VehicleInHand }) {
  const settle = (fact: VehicleFact) => async () => {
    const kept = await settleVehicle(vehicle.id, fact, whoWorks())
    return kept.ok ? null : 'It is not kept: the browser took nothing. Free some space and touch it again.'
  }
  const things = vehicleDisagreements(facts).map(({ thing, said }): TwiceSaid => ({
    thing,
    label: labelOf(said[0]!),
    choices: said.map((fact) => ({
      says: saysOf(fact, vehicle),
      by: fact.by,
      at: fact.at,
      settle: settle(fact),
    })),
  }))
  return <SaidTwice things={things} />
}
