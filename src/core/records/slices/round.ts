/** Where the job is: its round, and the place of the entry in hand. */
import type { Complaint } from '../../diagnosis'
import type { Layout } from '../../vehicle'

export interface RoundSlice {
  /** What is traced, as the vehicle stands: its fuel system, or its gauge loop when that alone is the complaint. */
  layout: Layout
  complaint: Complaint
  /** Rounds that a repair did not end; readings count in their own. */
  epoch: number
  /** Place of the entry in hand among those of the log, and of the last look at the hazards. */
  order: number
  hazardsConfirmedOrder: number
}
export const firstRound = (layout: Layout): RoundSlice => ({
  layout,
  complaint: { symptoms: [], raisers: [], failingNow: 'unknown' },
  epoch: 0,
  order: -1,
  hazardsConfirmedOrder: -1,
})
