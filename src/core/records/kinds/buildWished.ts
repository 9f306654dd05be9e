import { z } from 'zod'
import { WAYS } from '../../library'
import { UNIT_NAMES } from '../../shared'
import {
  SCOPES,
  becomingSchema,
  specificationSchema,
  standingSchema,
  type Specification,
} from '../../vehicle'
import { id } from '../fields'
import { defineKind } from '../kind'
import { repairNamed } from '../named'

const ways = z.array(z.enum(WAYS)).max(WAYS.length)
const typed = z.union([
  z.object({ value: z.number().finite(), unit: z.enum(UNIT_NAMES) }),
  z.number().finite(),
  z.string().max(60),
])

/** The vehicle as it was and as it shall be, with what was chosen: it holds all that the job needs of its build. */
const body = z.object({
  build: id,
  scope: z.enum(SCOPES),
  typed: z.record(z.string().max(40), typed),
  repairIds: z.array(id).min(1).max(5),
  /** Checks that it failed as it was chosen: it is not planned before there are none. */
  failing: z.array(id).max(60),
  was: standingSchema.and(
    z.object({ ways, specification: specificationSchema as unknown as z.ZodType<Specification> }),
  ),
  becomes: becomingSchema.and(z.object({ ways })),
})
/** `at`: when it was last chosen, ms. */
export type Wish = z.infer<typeof body> & { at: number }

export interface WishSlice {
  wish: Wish | null
}

export const buildWished = defineKind({
  kind: 'build-wished',
  version: 1,
  body,
  names: ({ repairIds }) => repairIds.map((repairId) => repairNamed('repairIds', repairId)),
  keeps: (): WishSlice => ({ wish: null }),
  apply(job: WishSlice, { body, at }) {
    job.wish = { ...body, at }
  },
})
