/**
 * Logs of facts: each said once, on some tablet, at some time. Logs that went apart come together in either
 * order without loss, and the last word on each thing counts.
 */
export interface Said {
  id: string
  device: string
  /** Hybrid clock, ms: never runs behind the log. */
  clock: number
  /** What whoever said it knew of the same thing: this is said over it. Unsaid in facts of before: over all that was earlier. */
  over?: readonly string[] | undefined
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

/**
 * What is said of one thing and that nobody said anything over: one fact, or more where tablets that did not
 * know of each other said something. Facts of one thing, in any order.
 */
export function standing<F extends Said>(facts: readonly F[]): F[] {
  const sorted = [...facts].sort(bySaid)
  const gone = new Set<string>()
  for (const [place, { over }] of sorted.entries())
    for (const id of over ?? sorted.slice(0, place).map((earlier) => earlier.id)) gone.add(id)
  return sorted.filter(({ id }) => !gone.has(id))
}

/** Things of which two different things stand; the last of each that is said, what counts now at the end, by the thing. `thingOf` null: the last word counts, whoever said it. */
export function disagreements<F extends Said>(
  facts: readonly F[],
  thingOf: (fact: F) => string | null,
  sameAs: (one: F, other: F) => boolean,
): Map<string, F[]> {
  const things = new Map<string, F[]>()
  for (const fact of facts) {
    const thing = thingOf(fact)
    if (thing !== null) things.set(thing, [...(things.get(thing) ?? []), fact])
  }
  return new Map(
    [...things]
      .map(([thing, own]) => [thing, standing(own)] as const)
      .map(
        ([thing, heads]) =>
          [
            thing,
            heads.filter((head, at) => !heads.slice(at + 1).some((later) => sameAs(head, later))),
          ] as const,
      )
      .filter(([, heads]) => heads.length > 1),
  )
}

/** Gives facts that follow a log, one after the other, what each is said over: what stands of its thing by then. */
export function saidOver<F extends Said>(
  log: readonly F[],
  thingOf: (fact: F) => string | null,
): (fact: F) => F {
  const things = new Map<string, F[]>()
  const keep = (fact: F, thing: string) => things.set(thing, [...(things.get(thing) ?? []), fact])
  for (const fact of log) {
    const thing = thingOf(fact)
    if (thing !== null) keep(fact, thing)
  }
  return (fact) => {
    const thing = thingOf(fact)
    if (thing === null) return fact
    const said = { ...fact, over: standing(things.get(thing) ?? []).map(({ id }) => id) }
    keep(said, thing)
    return said
  }
}
