/** Fields that entries share. */
import { z } from 'zod'
import { UNIT_NAMES } from '../shared'

export const text = z.string().max(4000)
export const id = z.string().min(1).max(80)
export const entered = z.object({ value: z.number().finite(), unit: z.enum(UNIT_NAMES) })
/** An instrument as a reading carries it: what it was called, how it stood then, and the offset that is taken off. */
export const taken = z.object({
  instrumentId: id.nullable(),
  name: text,
  standing: z.enum(['checked', 'overdue', 'never', 'doubtful', 'stand-in', 'file', 'hand']),
  offset: entered.nullable(),
})
export const share = z.number().min(0).max(1)
export const state = z.record(z.string().max(40), z.string().max(40))
export const yesNoUnknown = z.enum(['yes', 'no', 'unknown'])
export const signalSource = z.enum(['vehicle', 'stand-in', 'file'])
