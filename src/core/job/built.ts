/** A job that builds: the vehicle as it was until the last act of the build is done, and as it shall be from then on. */
import { curedWith, libraryOf, type Setting } from '../library'
import { SCOPES, layoutOf, specificationThen } from '../vehicle'
import type { Wish } from '../records'
import { settingOf, type VehicleRecord } from './vehicleRecord'

interface Building {
  wish: Wish | null
  finishedRepairs: string[]
}

/** Are all acts of its build done? */
export const isBuilt = ({ wish, finishedRepairs }: Building): boolean =>
  wish !== null && wish.repairIds.every((id) => finishedRepairs.includes(id))

/** Is it an act of the build? */
export const isOfBuild = ({ wish }: Pick<Building, 'wish'>, repairId: string): boolean =>
  wish?.repairIds.includes(repairId) ?? false

/** Would these repairs begin a build that fails its check as it was chosen? */
export const failsCheck = (job: Building, repairIds: readonly string[]): boolean =>
  !isBuilt(job) &&
  (job.wish?.failing.length ?? 0) > 0 &&
  repairIds.some((repairId) => isOfBuild(job, repairId))

/** The vehicle as this job stands: its record may be of before the build or of after it. */
export function vehicleIn<V extends Pick<VehicleRecord, 'layout' | 'edits'> & Partial<VehicleRecord>>(
  vehicle: V,
  job: Building,
): V {
  const { wish } = job
  if (!wish) return vehicle
  const { was } = wish
  if (!isBuilt(job)) return { ...vehicle, ...{ layout: was.layout, edits: was.edits, ways: was.ways } }
  // It is kept as what it became: what was found of it since counts.
  if ((vehicle.builtAt ?? 0) > wish.at) return vehicle
  const { layout, edits, ways } = wish.becomes
  return {
    ...vehicle,
    ...{ layout, edits, ways },
    ...(vehicle.specification && {
      specification: specificationThen(wish.was.layout, vehicle.specification, wish.becomes),
    }),
    ...(vehicle.truth && { truth: { ...vehicle.truth, hidden: leftBehind(vehicle.truth.hidden, wish) } }),
  }
}

type Hidden = NonNullable<VehicleRecord['truth']>['hidden']
/** What was wrong with parts that the build renews goes with them; what is wrong with new ones does not. */
function leftBehind(hidden: Hidden, { was, repairIds }: NonNullable<Building['wish']>): Hidden {
  const cured = curedWith(repairIds)
  const gone = new Set(
    SCOPES.flatMap((scope) => libraryOf(layoutOf({ layoutId: was.layout, edits: was.edits, scope })).faults)
      .filter((fault) => fault.repairs.some((repair) => cured.includes(repair)))
      .map(({ id }) => id),
  )
  return hidden.filter(({ faultId }) => !gone.has(faultId))
}
/** Repairs of the job that cured what a simulated vehicle hides; what a build cured is gone from it already. */
export const curingIn = (job: Building): string[] =>
  isBuilt(job) ? job.finishedRepairs.filter((id) => !job.wish!.repairIds.includes(id)) : job.finishedRepairs

/**
 * What a plan of a job is made on: the vehicle as it was, put back as what it becomes, while acts of the build are
 * planned; as it stands where none is, or all of them are done already.
 */
export function planSettingOf(
  vehicle: Pick<VehicleRecord, 'layout' | 'ways' | 'access' | 'edits'>,
  job: Building,
  { repairIds, already }: { repairIds: readonly string[]; already: readonly string[] },
): Setting {
  const { wish } = job
  const building = wish?.repairIds.some((id) => repairIds.includes(id) && !already.includes(id)) ?? false
  if (!wish || !building) return settingOf(vehicleIn(vehicle, job))
  const { layout, ways } = wish.becomes
  return {
    ...settingOf({ ...vehicle, layout: wish.was.layout, ways: wish.was.ways }),
    ...(layout !== wish.was.layout && { becomes: { layout, ways } }),
  }
}
