/** The belief as people read it: suspects as repairs, and two faults that lead together. */
import type { Probability } from '../shared'
import { REPAIRS, type Fault } from '../library'
import type { Posterior } from './posterior'

/** Nothing is ever shown as surer than this. */
export const MOST_SHOWN = 0.99

export interface Suspect {
  /** Repair id, or 'none'. */
  id: string
  title: string
  probability: Probability
  /** Fault of the largest share and its one-line cause. */
  leadFault: string
  name: string
  cause: string
  segment: string
}

/** Suspects as repairs; they add up to one with 'none of these'. A pair counts half for each repair it needs. */
export function suspectsOf(posterior: Posterior): Suspect[] {
  const { table, classWeights } = posterior
  const share = new Map<string, number>()
  const lead = new Map<string, { weight: number; fault: string }>()
  table.classes.forEach((entry, at) => {
    const weight = classWeights[at]!
    if (entry.faults.length === 0) {
      share.set('none', (share.get('none') ?? 0) + weight)
      return
    }
    for (const fault of entry.faults) {
      const repair = fault.repairs[0]!
      const part = weight / entry.faults.length
      share.set(repair, (share.get(repair) ?? 0) + part)
      const known = lead.get(`${repair} ${fault.id}`)
      lead.set(`${repair} ${fault.id}`, { weight: (known?.weight ?? 0) + part, fault: fault.id })
    }
  })
  const faultOf = new Map(
    table.classes.flatMap((entry) => entry.faults.map((fault) => [fault.id, fault] as const)),
  )
  return [...share]
    .map(([id, probability]): Suspect => {
      const best = [...lead]
        .filter(([key]) => key.startsWith(`${id} `))
        .sort((a, b) => b[1].weight - a[1].weight)[0]
      const fault = best && faultOf.get(best[1].fault)
      return {
        id,
        probability,
        title: REPAIRS.find((repair) => repair.id === id)?.title ?? 'None of these',
        leadFault: fault?.id ?? '',
        name: fault?.name ?? 'None of these',
        cause: fault?.cause ?? 'Something this model does not know',
        segment: fault?.segment ?? '',
      }
    })
    .sort((one, other) => other.probability - one.probability)
}

/** Two faults that are likelier together than everything else. */
export interface Pair {
  names: [string, string]
  repairs: [string, string]
  probability: Probability
}

export function leadingPair({ table, classWeights }: Posterior): Pair | null {
  const at = table.classes.findIndex((entry, k) => entry.faults.length === 2 && classWeights[k]! > 0.5)
  if (at < 0) return null
  const [one, other] = table.classes[at]!.faults as [Fault, Fault]
  return {
    names: [one.name, other.name],
    repairs: [one.repairs[0]!, other.repairs[0]!],
    probability: Math.min(classWeights[at]!, MOST_SHOWN),
  }
}
