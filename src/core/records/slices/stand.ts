/** How the vehicle stands: its state, the fuel in its tank, and whether its vapour was cleared. */
import { levelByDip } from '../../procedure'
import type { CubicMetre, Fraction } from '../../shared'
import { DRIVEN_IN, STATE_VARIABLES, type VehicleState } from '../../vehicle'
import { hasSeen, type Placed } from '../envelope'

export interface MeterReading {
  at: number
  lelFraction: Fraction
  where: string
  /** Where it stands among what was known. */
  placed: Placed
}
export interface StandSlice {
  state: VehicleState
  /** By dip, less what the steps drained, with what they poured; null where nobody knows. */
  litres: number | null
  capacityM3: CubicMetre
  /** Every reading of the gas meter, whether a test or taken to go on. */
  meters: MeterReading[]
  /** When the gas meter last cleared it, ms, and by which entry. */
  vapourClearAt: number | null
  vapourClearBy: Placed | null
}
export const standing = (capacityM3: CubicMetre): StandSlice => ({
  state: DRIVEN_IN,
  litres: null,
  capacityM3,
  meters: [],
  vapourClearAt: null,
  vapourClearBy: null,
})

/** Vapour is clear below it; the operation that proves it says so. */
export const CLEAR_LEL: Fraction = 0.01

/** A dip decides how the fuel stands at the opening, whatever was thought before. */
export function dipped(job: StandSlice, litres: number): void {
  job.litres = litres
  job.state = { ...job.state, ...levelByDip(litres, job.capacityM3) }
}

/** May an event call the vapour clear? Not where a reading that says otherwise was unknown to whoever made it. */
const mayClear = ({ meters }: StandSlice, event: Placed): boolean =>
  !meters.some((high) => high.lelFraction >= CLEAR_LEL && hasSeen(event, high.placed) === false)

/** Does a reading end what was called clear, by an event or by none? Not where that came after it, whatever the clocks say. */
const endsClear = (reading: MeterReading, clearedBy: Placed | null): boolean =>
  reading.lelFraction >= CLEAR_LEL && !(clearedBy && hasSeen(clearedBy, reading.placed) === true)

/** A reading that is not clear ends what was called clear, until somebody who knows of it reads again. */
export function readMeter(job: StandSlice, reading: MeterReading): void {
  job.meters.push(reading)
  if (endsClear(reading, job.vapourClearBy)) job.state = { ...job.state, vapour: 'unchecked' }
}

/** How the vehicle stands after an entry; vapour is not called clear over a reading that its author did not know. */
export function changeState(job: StandSlice, changes: VehicleState, entry: Placed & { at: number }): void {
  const clears = changes.vapour === 'clear'
  const refused = clears && !mayClear(job, entry)
  job.state = { ...job.state, ...changes, ...(refused && { vapour: 'unchecked' }) }
  if (!clears || refused) return
  job.vapourClearAt = entry.at
  job.vapourClearBy = entry
}

/**
 * What an entry that names something unknown still says of the vehicle: what is known of it counts, and a
 * variable whose value is not known is not known any more. What it stood at before would be a claim that the
 * entry has ended. Clear is called by an entry that is whole; anything else ends it.
 */
export function stateHeard(job: StandSlice, changes: Record<string, string>): void {
  const next: Record<string, string | undefined> = { ...job.state }
  for (const [variable, value] of Object.entries(changes)) {
    if (!Object.hasOwn(STATE_VARIABLES, variable) || variable === 'vapour') continue
    const values: readonly string[] = STATE_VARIABLES[variable as keyof typeof STATE_VARIABLES]
    if (values.includes(value)) next[variable] = value
    else delete next[variable]
  }
  const { vapour } = changes
  if (vapour !== undefined && vapour !== 'clear') next.vapour = 'unchecked'
  job.state = next as VehicleState
}
