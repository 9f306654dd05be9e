/** What a plan costs here: the pieces by the shop's own prices, the steps by its own minutes. Loaded once a plan stands. */
import { partsCost, type PartsCost } from '@/core/demand'
import type { VehicleRecord } from '@/core/job'
import { ownMinutesOf, type OwnMinutes } from '@/core/memory'
import type { Plan } from '@/core/procedure'
import { listParts } from '@/data/partStore'
import { workedLike } from '@/data/store'

/** Jobs of this kind that are read for their minutes. */
const MOST_JOBS = 40

export interface Prices extends PartsCost {
  /** By operation of the plan, where it was done here often enough. */
  minutes: Map<string, OwnMinutes>
}
type Priced = Pick<VehicleRecord, 'name' | 'layout' | 'kind'>

const minutesOf = new WeakMap<Plan, Promise<Map<string, OwnMinutes>>>()
/** Signed jobs do not change: read once a plan. */
function minutesHere(plan: Plan, vehicle: Priced): Promise<Map<string, OwnMinutes>> {
  const known = minutesOf.get(plan)
  if (known) return known
  const own = new Set(plan.steps.map(({ operationId }) => operationId))
  const read = workedLike(vehicle, plan.repairs, MOST_JOBS).then(
    (jobs) => new Map([...ownMinutesOf(jobs)].filter(([operationId]) => own.has(operationId))),
  )
  minutesOf.set(plan, read)
  return read
}

export async function pricesHere(plan: Plan, jobId: string, vehicle: Priced): Promise<Prices> {
  const [minutes, parts] = await Promise.all([minutesHere(plan, vehicle), listParts()])
  const target = { vehicleName: vehicle.name, layout: vehicle.layout }
  return { ...partsCost(plan, jobId, target, parts), minutes }
}
