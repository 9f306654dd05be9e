/**
 * The workshop's own instruments: what each measures, how well, when it was last checked, and the offset
 * that was found then. Readings carry the instrument; one that is doubtful marks every reading taken with it.
 */
import { z } from 'zod'
import { UNIT_NAMES, differenceToSi, fromSi, toSi, unitKind, type Entered, type UnitName } from '../shared'
import { fromLimit, type InstrumentError } from './judge'
import { QUANTITIES } from './lines'

const entered = z.object({ value: z.number().finite(), unit: z.enum(UNIT_NAMES) })

export const instrumentSchema = z
  .object({
    id: z.string().min(1).max(80),
    name: z.string().trim().min(1, 'give it a name').max(60),
    quantity: z.enum(QUANTITIES),
    unit: z.enum(UNIT_NAMES),
    /** Plus or minus as its maker gives it: share of the reading, of full scale, and a constant. */
    ofReading: z.number().min(0).max(0.5),
    fullScale: entered.nullable(),
    ofFullScale: z.number().min(0).max(0.5),
    constant: entered,
    /** What it showed at nothing when it was last checked; taken off every reading. */
    offset: entered,
    lastCheckAt: z.number().int().nonnegative().nullable(),
    doubtful: z.boolean(),
    standIn: z.boolean(),
  })
  .refine(
    (one) =>
      [one.constant.unit, one.offset.unit, ...(one.fullScale ? [one.fullScale.unit] : [])].every(
        (unit) => unitKind(unit) === unitKind(one.unit),
      ),
    { message: 'offset, constant and full scale are given in the instrument’s own kind of unit' },
  )
  .refine((one) => one.ofFullScale === 0 || one.fullScale !== null, {
    message: 'a share of full scale needs the full scale',
  })
export type Instrument = z.infer<typeof instrumentSchema>

/** Typical: a gauge is checked once a year. */
export const CHECK_EVERY_MS = 365 * 24 * 3_600_000

export type Standing = 'checked' | 'overdue' | 'never' | 'doubtful'
export const standingOf = (
  { doubtful, lastCheckAt }: Pick<Instrument, 'doubtful' | 'lastCheckAt'>,
  now: number,
): Standing =>
  doubtful
    ? 'doubtful'
    : lastCheckAt === null
      ? 'never'
      : now - lastCheckAt > CHECK_EVERY_MS
        ? 'overdue'
        : 'checked'

/** An instrument that nobody has checked in time may be off by as much again. */
const UNCHECKED_FACTOR = 2

/** Standard deviation of its readings, SI. */
export function errorOfInstrument(instrument: Instrument, now: number): InstrumentError {
  const factor = ['overdue', 'never'].includes(standingOf(instrument, now)) ? UNCHECKED_FACTOR : 1
  const scale = instrument.fullScale ? instrument.ofFullScale * Math.abs(toSi(instrument.fullScale)) : 0
  return {
    relative: factor * fromLimit(instrument.ofReading),
    absolute: factor * Math.hypot(fromLimit(scale), fromLimit(Math.abs(differenceToSi(instrument.constant)))),
  }
}

/** What is there when it shows this: its offset taken off, in the unit in which it was read. */
export function corrected(instrument: Instrument, shown: Entered): Entered {
  return { value: fromSi(toSi(shown) - differenceToSi(instrument.offset), shown.unit), unit: shown.unit }
}

/** Can it measure this at all? A reading past its full scale is none. */
export function withinScale(instrument: Instrument, shown: Entered): boolean {
  return (
    unitKind(shown.unit) === unitKind(instrument.unit) &&
    (instrument.fullScale === null || Math.abs(toSi(shown)) <= Math.abs(toSi(instrument.fullScale)))
  )
}

/** A plain instrument of a kind, to begin with. */
export const newInstrument = (
  id: string,
  name: string,
  quantity: Instrument['quantity'],
  unit: UnitName,
): Instrument => ({
  id,
  name,
  quantity,
  unit,
  ofReading: 0.01,
  fullScale: null,
  ofFullScale: 0,
  constant: { value: 0, unit },
  offset: { value: 0, unit },
  lastCheckAt: null,
  doubtful: false,
  standIn: false,
})
