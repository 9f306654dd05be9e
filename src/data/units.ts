/**
 * The units in which the person at this browser wants to read. A page keeps those it began with until they
 * are changed on it: nothing that is half typed on another page changes its meaning.
 */
import { z } from 'zod'
import { UNIT_CHOICES, UNIT_SYSTEMS, type UnitPreference } from '@/core/shared'
import { setting } from './setting'

const preferenceSchema: z.ZodType<UnitPreference> = z.object({
  pressure: z.enum(UNIT_CHOICES.pressure),
  flow: z.enum(UNIT_CHOICES.flow),
  volume: z.enum(UNIT_CHOICES.volume),
  length: z.enum(UNIT_CHOICES.length),
  temperature: z.enum(UNIT_CHOICES.temperature),
  torque: z.enum(UNIT_CHOICES.torque),
})
const kept = setting<UnitPreference>('stop-start-units', preferenceSchema, UNIT_SYSTEMS.kPa)

let onThisPage: UnitPreference | null = null
const listeners = new Set<() => void>()

export const readUnits = kept.read
export const unitsNow = (): UnitPreference => (onThisPage ??= kept.now())
/** Keeps them; false where the browser keeps nothing: this page follows them all the same. */
export function changeUnits(units: UnitPreference): boolean {
  onThisPage = units
  const done = kept.change(units)
  listeners.forEach((listener) => listener())
  return done
}
export function onUnitsChange(listener: () => void): () => void {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}
