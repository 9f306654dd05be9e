/** Waits that run, and how one ends. */
export interface Wait {
  waitId: string
  label: string
  startedAt: number
  endsAt: number
  /** The next step waits for it. */
  holds: boolean
  ended: boolean
}
export interface WaitsSlice {
  waits: Wait[]
}
export const noWaits = (): WaitsSlice => ({ waits: [] })

export function endWait(job: WaitsSlice, waitId: string): void {
  job.waits = job.waits.map((one) => (one.waitId === waitId ? { ...one, ended: true } : one))
}

/** Joints that were opened stand under pressure before the second look; each round of a job has its own. */
export const leakStandId = ({ epoch }: { epoch: number }): string => `leakStand:${epoch}`
