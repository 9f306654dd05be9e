/** The workshop's floor and the plan of its days: kept beside the database, so that every page of this browser has them at once. */
import { FIRST_FLOOR, NO_PLAN, dayPlanSchema, floorSchema, type DayPlan, type Floor } from '@/core/days'
import { setting } from './setting'

export const {
  read: readFloor,
  now: floorNow,
  change: changeFloor,
  onChange: onFloorChange,
} = setting<Floor>('stop-start-floor', floorSchema, FIRST_FLOOR)

export const {
  read: readDayPlan,
  now: dayPlanNow,
  change: changeDayPlan,
  onChange: onDayPlanChange,
} = setting<DayPlan>('stop-start-days', dayPlanSchema, NO_PLAN)
