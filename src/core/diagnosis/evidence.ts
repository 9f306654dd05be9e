/** One thing that was read, as the belief takes it in. */
import type { Entered } from '../shared'

export interface Evidence {
  id: string
  testId: string
  /** A number as typed, or the id of an outcome. */
  value: { kind: 'number'; entered: Entered } | { kind: 'outcome'; outcome: string }
  /** Was the complaint there while reading? */
  faultPresent: 'yes' | 'no' | 'unknown'
  /** The technician was not sure of it. */
  doubtful?: boolean
  /** From end to end of its swing where it did not stand still, SI. */
  swings?: number
}
