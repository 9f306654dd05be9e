/** What a vehicle is made into: another layout, other edits, other figures. */
import { z } from 'zod'
import { FUEL_GRADES, type FuelGradeId } from '../physics'
import { editProblem, editSchema, type Edit } from './edits'
import { LAYOUT_IDS, type LayoutId } from './layout'
import { LAYOUTS } from './layouts'
import {
  SPECIFICATION_FIELDS,
  specificationOf,
  type Specification,
  type SpecificationField,
} from './specification'

export interface Becoming {
  layout: LayoutId
  edits: Edit[]
  /** Figures that were chosen, SI. */
  figures: Partial<Record<SpecificationField, number>>
  fuel: FuelGradeId
}

const figure = (field: SpecificationField) =>
  z.number().min(SPECIFICATION_FIELDS[field].low).max(SPECIFICATION_FIELDS[field].high).optional()
const fields = Object.keys(SPECIFICATION_FIELDS) as SpecificationField[]
const standing = { layout: z.enum(LAYOUT_IDS), edits: z.array(editSchema).max(40) }
const whole = ({ layout, edits }: { layout: LayoutId; edits: Edit[] }) => editProblem(layout, edits) === null
const ODD = { message: 'edits do not fit this layout', path: ['edits'] }

export const standingSchema = z.object(standing).refine(whole, ODD)
export const becomingSchema = z
  .object({
    ...standing,
    figures: z.object(
      Object.fromEntries(fields.map((field) => [field, figure(field)])),
    ) as unknown as z.ZodType<Becoming['figures']>,
    fuel: z.enum(Object.keys(FUEL_GRADES) as [FuelGradeId, ...FuelGradeId[]]),
  })
  .refine(whole, ODD)

/** What stays with a vehicle whatever its fuel system becomes. */
const ITS_OWN: SpecificationField[] = ['tankCapacityM3', 'cylinders']

/** The sheet of a vehicle that was made into another: what was chosen counts as the maker's, the rest as it was, or as is typical of the new layout. */
export function specificationThen(
  was: LayoutId,
  before: Specification,
  { layout, figures, fuel }: Becoming,
): Specification {
  const kept =
    layout === was
      ? before
      : {
          ...specificationOf({}, LAYOUTS[layout]),
          ...Object.fromEntries(ITS_OWN.map((field) => [field, before[field]])),
        }
  return {
    ...kept,
    ...Object.fromEntries(
      Object.entries(figures).map(([field, value]) => [field, { value, source: 'maker' as const }]),
    ),
    fuel,
  }
}
