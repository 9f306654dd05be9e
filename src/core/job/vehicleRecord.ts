import { z } from 'zod'
import { ACCESS_PLACE_IDS, WAYS, usualWays, type Access, type Setting, type WayId } from '../library'
import { UNIT_NAMES, type Entered } from '../shared'
import {
  LAYOUTS,
  LAYOUT_IDS,
  editProblem,
  editSchema,
  specificationOf,
  specificationSchema,
  type Edit,
  type LayoutId,
  type LayoutKey,
  type Scope,
  type Specification,
} from '../vehicle'

/** A vehicle as kept: real, or simulated with the faults that its stand-in instruments obey. */
export interface VehicleRecord {
  id: string
  unit: string
  name: string
  layout: LayoutId
  kind: 'real' | 'simulated'
  year: number | null
  kilometres: number | null
  notes: string
  /** As it stands on it; empty or missing where nobody said. */
  plate?: string
  /** Kind of engine and number of the pump, as their makers stamp them: sisters have the same. */
  engine?: string
  pumpNumber?: string
  specification: Specification
  /** Where it differs from its layout: a further filter, a bridged switch. */
  edits: Edit[]
  /** Ways in to the tank's top that it has, how its pressure is let off, what crosses under the tank. */
  ways: WayId[]
  /** What stands in the way of its parts, as somebody found it. */
  access: Access[]
  /** Limits of the maker's for what a test reads, as entered. */
  limits: MakerLimit[]
  /** What was sized for it at the desk, the first first. */
  sizings?: KeptSizing[]
  /** When a build made it another vehicle, ms: what it read before is no model for what it reads now. */
  builtAt?: number
  /** Simulated vehicles only. */
  truth?: { seed: number; hidden: { faultId: string; severity: number; total?: boolean }[] }
}

/** So many are kept with a vehicle. */
export const MOST_SIZINGS = 200

/** A question of the desk with what was typed and what it came to. */
export interface KeptSizing {
  id: string
  of: string
  at: number
  typed: Record<string, Entered | number | string>
  says: string
}

/** The maker's limits of one test. */
export interface MakerLimit {
  testId: string
  low: Entered
  high: Entered
}

const entered = z.object({ value: z.number().finite(), unit: z.enum(UNIT_NAMES) })

export const vehicleSchema: z.ZodType<VehicleRecord> = z
  .object({
    id: z.string().min(1).max(80),
    unit: z.string().max(8),
    name: z.string().min(1).max(120),
    layout: z.enum(LAYOUT_IDS),
    kind: z.enum(['real', 'simulated']),
    year: z.number().int().min(1900).max(2100).nullable(),
    kilometres: z.number().min(0).max(3e6).nullable(),
    notes: z.string().max(4000),
    plate: z.string().trim().max(20).optional(),
    engine: z.string().trim().max(40).optional(),
    pumpNumber: z.string().trim().max(40).optional(),
    specification: specificationSchema as unknown as z.ZodType<Specification>,
    edits: z.array(editSchema).max(40).default([]),
    ways: z.array(z.enum(WAYS)).max(WAYS.length).optional(),
    access: z
      .array(
        z.object({
          place: z.enum(ACCESS_PLACE_IDS),
          minutes: z.number().finite().min(0).max(600),
          off: z.string().min(1).max(80),
        }),
      )
      .max(12)
      .default([]),
    limits: z
      .array(z.object({ testId: z.string().min(1).max(80), low: entered, high: entered }))
      .max(200)
      .default([]),
    sizings: z
      .array(
        z.object({
          id: z.string().min(1).max(80),
          of: z.string().min(1).max(40),
          at: z.number().finite(),
          typed: z.record(z.string().max(40), z.union([entered, z.number().finite(), z.string().max(2000)])),
          says: z.string().max(400),
        }),
      )
      .max(MOST_SIZINGS)
      .optional(),
    builtAt: z.number().finite().optional(),
    truth: z
      .object({
        seed: z.number().int(),
        hidden: z.array(
          z.object({
            faultId: z.string(),
            severity: z.number().min(0).max(1),
            total: z.boolean().optional(),
          }),
        ),
      })
      .optional(),
  })
  .superRefine((vehicle, check) => {
    const problem = editProblem(vehicle.layout, vehicle.edits)
    if (problem) check.addIssue({ code: 'custom', path: ['edits', problem.edit], message: problem.problem })
  })
  .transform((vehicle) => ({
    ...vehicle,
    // A figure that the vehicle was kept without is its layout's typical one.
    specification: { ...specificationOf({}, LAYOUTS[vehicle.layout]), ...vehicle.specification },
    ways: vehicle.ways ?? usualWays(vehicle.layout),
  })) as unknown as z.ZodType<VehicleRecord>

/** What a vehicle is planned on. */
export const settingOf = ({
  layout,
  ways,
  access,
}: Pick<VehicleRecord, 'layout' | 'ways' | 'access'>): Setting => ({
  layout,
  ways,
  ...(access.length > 0 && { access }),
})

/** What a vehicle is traced by in one scope. */
export const layoutKeyOf = (vehicle: Pick<VehicleRecord, 'layout' | 'edits'>, scope: Scope): LayoutKey => ({
  layoutId: vehicle.layout,
  edits: vehicle.edits,
  scope,
})
