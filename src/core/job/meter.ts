/** The gas meter as the job knows it: from 20 % LEL everyone is out, and nothing goes on before it is under 10 % again. */
import { hasSeen, type MeterReading } from '../records'
import type { Fraction } from '../shared'

interface Metered {
  meters: MeterReading[]
}

/** Stop and ventilate from here; go on below it. */
export const STOP_LEL: Fraction = 0.1
/** Everyone out from here. */
export const LEAVE_LEL: Fraction = 0.2

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
