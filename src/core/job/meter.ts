/** The gas meter as the job knows it: from 20 % LEL everyone is out, and nothing goes on before it is under 10 % again. */
import type { Fraction } from '../shared'

export interface MeterReading {
  at: number
  lelFraction: Fraction
  where: string
}

interface Metered {
  meters: MeterReading[]
}

/** Stop and ventilate from here; go on below it. */
export const STOP_LEL: Fraction = 0.1
/** Everyone out from here. */
export const LEAVE_LEL: Fraction = 0.2

/** The last reading; null where no meter was held to the vehicle. */
export const lastMeter = (job: Metered): MeterReading | null => job.meters.at(-1) ?? null

/** Has the meter been at the leaving mark, and not under the stopping mark since? */
export const evacuated = ({ meters }: Metered): boolean =>
  meters.findLastIndex((reading) => reading.lelFraction >= LEAVE_LEL) >
  meters.findLastIndex((reading) => reading.lelFraction < STOP_LEL)
