/** Which way of making a fault show is worth its time: the belief in faults that come and go and that it brings out. */
import { PROVOCATIONS, type Provocation } from '../library'
import type { Probability } from '../shared'
import type { Posterior } from './posterior'

export interface ProvocationRank {
  id: Provocation['id']
  /** Chance that the fault is one that comes and goes and that this way brings out. */
  brings: Probability
}

/** A way that brings out less than this is not offered. */
const LEAST_BROUGHT = 0.02

/** Ways that bring something out, the most a minute first. */
export function provocationsFor({ table, weights }: Posterior): ProvocationRank[] {
  const kindOf = new Map(table.model.layout.parts.map((part) => [part.id, part.kind]))
  const minutesOf = new Map(PROVOCATIONS.map((way) => [way.id, way.minutes]))
  return PROVOCATIONS.map(({ id, brings }): ProvocationRank => {
    const called = table.classes.map((entry) =>
      entry.faults.some(
        (fault) =>
          fault.comesAndGoes &&
          fault.changes.some((change) => brings.includes(kindOf.get(change.parameter.split('.')[0]!)!)),
      ),
    )
    return {
      id,
      brings: weights.reduce(
        (sum, weight, at) =>
          sum +
          (called[table.predicted[at]!.particle.classIndex] && table.predicted[at]!.particle.shows < 1
            ? weight
            : 0),
        0,
      ),
    }
  })
    .filter(({ brings }) => brings >= LEAST_BROUGHT)
    .sort((one, other) => other.brings / minutesOf.get(other.id)! - one.brings / minutesOf.get(one.id)!)
}
