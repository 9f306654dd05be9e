/** What an open job wants, from its plan. */
import {
  isOrder,
  nextStep,
  orderOf,
  orderedItem,
  planHolds,
  planSettingOf,
  type JobView,
  type VehicleRecord,
} from '../job'
import type { Need } from '../parts'
import { planRepairs, plannerFor, readyIdOf, type Plan } from '../procedure'

/** What is still to be had for a job, from its plan; none where it has no plan or its plan leads nowhere. */
export function needsOf(job: JobView, vehicle: VehicleRecord): Need[] {
  const { work } = job
  if (!work || job.signed) return []
  const made = planRepairs(
    plannerFor({ ...planSettingOf(vehicle, job, work), ways: work.ways }, work.pace),
    work.start,
    work.repairIds,
    work.already,
  )
  if (!made.ok || !planHolds(job, made.value)) return orderedAlone(job, vehicle)
  const plan = made.value
  const left = piecesLeft(plan, nextStep(job, plan)?.index ?? plan.steps.length)
  return plan.have.newParts
    .filter(({ name }) => left.has(name))
    .map(({ name, count, oneTime }) => ({
      ...whose(job, vehicle),
      itemId: readyIdOf(oneTime ? 'seals' : 'parts', name),
      piece: name,
      count,
      oneTime,
    }))
    .filter(({ itemId }) => !work.ready.has(itemId))
    .map((need) => ({ ...need, orderedFor: orderOf(job, need.itemId)?.endsAt ?? null }))
}

/** What fits is known of the vehicle as it is kept, whatever it is traced by. */
const whose = (job: JobView, vehicle: VehicleRecord) => ({
  jobId: job.id,
  unit: job.unit,
  vehicleName: vehicle.name,
  layout: vehicle.layout,
  danger: job.danger,
  openedAt: job.openedAt,
})

/** Pieces of the steps from one on. */
const piecesLeft = ({ steps }: Plan, from: number): Set<string> =>
  new Set(
    steps
      .filter(({ index }) => index >= from)
      .flatMap(({ act }) => (act.newParts ?? []).map((one) => one.name)),
  )

/** Where no plan can be made any more, what is on order still comes. */
const orderedAlone = (job: JobView, vehicle: VehicleRecord): Need[] =>
  job.waits
    .filter((wait) => isOrder(wait) && !wait.ended)
    .map((wait) => ({
      ...whose(job, vehicle),
      itemId: orderedItem(wait),
      piece: wait.label.replace(/ on order$/, ''),
      count: 1,
      oneTime: false,
      orderedFor: wait.endsAt,
    }))
