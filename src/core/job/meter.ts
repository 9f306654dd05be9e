/** The gas meter as the job knows it: from 20 % LEL everyone is out, and nothing goes on before it is under 10 % again. */
import { hasSeen, type Placed } from '../records'
import type { Fraction } from '../shared'

export interface MeterReading {
  at: number
  lelFraction: Fraction
  where: string
  /** Where it stands among what was known. */
  placed: Placed
}

interface Metered {
  meters: MeterReading[]
}

/** Stop and ventilate from here; go on below it. */
export const STOP_LEL: Fraction = 0.1
/** Everyone out from here. */
export const LEAVE_LEL: Fraction = 0.2

/** Vapour is clear below it; the operation that proves it says so. */
export const CLEAR_LEL: Fraction = 0.01

/** May an event call the vapour clear? Not where a reading that says otherwise was unknown to whoever made it. */
export const mayClear = ({ meters }: Metered, event: Placed): boolean =>
  !meters.some((high) => high.lelFraction >= CLEAR_LEL && hasSeen(event, high.placed) === false)

/** Does a reading end what was called clear, by an event or by none? Not where that came after it, whatever the clocks say. */
export const endsClear = (reading: MeterReading, clearedBy: Placed | null): boolean =>
  reading.lelFraction >= CLEAR_LEL && !(clearedBy && hasSeen(clearedBy, reading.placed) === true)

/** The last reading; null where no meter was held to the vehicle. */
export const lastMeter = (job: Metered): MeterReading | null => job.meters.at(-1) ?? null

/** Was it taken by somebody who had the other before him? By the order of the log where an older log does not tell. */
const takenAfter = (one: MeterReading, other: MeterReading, inOrder: boolean): boolean =>
  hasSeen(one.placed, other.placed) ?? inOrder

/** A reading at the leaving mark holds until one under the stopping mark that was taken with it known: clocks of two tablets do not tell. */
export const evacuated = ({ meters }: Metered): boolean =>
  meters.some(
    (high, at) =>
      high.lelFraction >= LEAVE_LEL &&
      !meters.some((low, later) => low.lelFraction < STOP_LEL && takenAfter(low, high, later > at)),
  )
