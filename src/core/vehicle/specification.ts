/**
 * The specification: the few numbers a technician can look up or measure. Everything else of the model
 * is derived from them (`derive.ts`). Each figure says where it comes from; generic figures are typical
 * and give way to any other source.
 */
import { z } from 'zod'
import { M3_PER_S_PER_L_PER_H as LH } from '../shared'
import { FUEL_GRADES, type FuelGradeId } from '../physics'

export const SOURCES = ['maker', 'own past', 'sister', 'generic'] as const
export type FigureSource = (typeof SOURCES)[number]

export interface Figure {
  value: number
  source: FigureSource
}

/** Figures of a port-injected return-type petrol system (A01), SI, with generic values and sane bounds. */
export const SPECIFICATION_FIELDS = {
  regulatorSetPa: { generic: 300e3, low: 5e3, high: 700e3 },
  pumpFlowM3PerS: { generic: 120 * LH, low: 20 * LH, high: 400 * LH },
  pumpCurrentA: { generic: 5.2, low: 0.5, high: 20 },
  reliefPa: { generic: 620e3, low: 10e3, high: 1000e3 },
  peakDemandM3PerS: { generic: 84 * LH, low: 4 * LH, high: 250 * LH },
  tankCapacityM3: { generic: 0.07, low: 0.008, high: 0.3 },
  feedLengthM: { generic: 3.6, low: 0.2, high: 12 },
  feedBoreM: { generic: 0.0075, low: 0.004, high: 0.014 },
  returnBoreM: { generic: 0.006, low: 0.003, high: 0.012 },
  cylinders: { generic: 4, low: 1, high: 12 },
  senderEmptyOhm: { generic: 250, low: 0, high: 1000 },
  senderFullOhm: { generic: 20, low: 0, high: 1000 },
  limiterV: { generic: 10, low: 4, high: 14 },
} as const

export type SpecificationField = keyof typeof SPECIFICATION_FIELDS
export type Specification = Record<SpecificationField, Figure> & { fuel: FuelGradeId }

const figureSchema = z.object({ value: z.number().finite(), source: z.enum(SOURCES) })
/** Figures that vehicles of before did not have. */
const ADDED: SpecificationField[] = ['senderEmptyOhm', 'senderFullOhm', 'limiterV']
const fieldNames = Object.keys(SPECIFICATION_FIELDS) as SpecificationField[]
/** Ends of a sender that lie closer are one end: a gauge could show nothing between them. */
export const LEAST_SENDER_SPAN_OHM = 1
const figuresSchema = z.object({
  ...(Object.fromEntries(
    fieldNames.map((field) => {
      const checked = figureSchema.refine(
        (figure) =>
          figure.value >= SPECIFICATION_FIELDS[field].low && figure.value <= SPECIFICATION_FIELDS[field].high,
        { message: `${field} is outside what such a system can have` },
      )
      // Vehicles of before a figure was kept; the typical one of their layout is put in by whoever reads them.
      return [field, ADDED.includes(field) ? checked.optional() : checked]
    }),
  ) as unknown as Record<SpecificationField, typeof figureSchema>),
  fuel: z.enum(Object.keys(FUEL_GRADES) as [FuelGradeId, ...FuelGradeId[]]),
})
export const specificationSchema = figuresSchema.refine(
  ({ senderEmptyOhm: empty, senderFullOhm: full }) =>
    !empty || !full || Math.abs(empty.value - full.value) >= LEAST_SENDER_SPAN_OHM,
  { message: 'senderFullOhm has to differ from senderEmptyOhm', path: ['senderFullOhm'] },
)

/** What a layout says of its generic figures and its fuel. */
export interface GenericFigures {
  generic: Partial<Record<SpecificationField, number>>
  fuel: FuelGradeId
}
const COMMON: GenericFigures = { generic: {}, fuel: 'petrolE10' }

/** The same figures, each taken as the maker's: a vehicle of which all is known. */
export const asKnown = (specification: Specification): Specification => ({
  ...specification,
  ...(Object.fromEntries(
    fieldNames.map((field) => [field, { value: specification[field].value, source: 'maker' }]),
  ) as Record<SpecificationField, Figure>),
})

/** The generic specification of a layout with the given figures in place. */
export function specificationOf(
  known: Partial<Record<SpecificationField, Figure>> = {},
  layout: GenericFigures = COMMON,
): Specification {
  const figures = Object.fromEntries(
    fieldNames.map((field) => [
      field,
      known[field] ?? {
        value: layout.generic[field] ?? SPECIFICATION_FIELDS[field].generic,
        source: 'generic',
      },
    ]),
  )
  return { ...(figures as Record<SpecificationField, Figure>), fuel: layout.fuel }
}
