/**
 * Logs of facts: each said once, on some tablet, at some time. Logs that went apart come together in either
 * order without loss, and the last word on each thing counts.
 */
export interface Said {
  id: string
  device: string
  /** Hybrid clock, ms: never runs behind the log. */
  clock: number
}

/** The common order: the same on every tablet. */
export const bySaid = (one: Said, other: Said): number =>
  one.clock - other.clock ||
  (one.device < other.device ? -1 : one.device > other.device ? 1 : one.id < other.id ? -1 : 1)

/** One log from two, each fact once, in the common order. */
export const mergedFacts = <F extends Said>(one: readonly F[], other: readonly F[]): F[] =>
  [...new Map([...one, ...other].map((fact) => [fact.id, fact])).values()].sort(bySaid)

/** The clock of the next fact of a log. `now` in ms. */
export const nextClock = (log: readonly Said[], now: number): number =>
  log.reduce((latest, { clock }) => Math.max(latest, clock + 1), now)
