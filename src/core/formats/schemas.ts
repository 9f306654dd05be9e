/**
 * What stands in our files as JSON Schema, made from the very schemas that read them. What a schema of that kind
 * cannot say (an order, a figure that must fit another) is said beside it in docs/formats.
 */
import { z } from 'zod'
import { vehicleFactSchema, vehicleSchema } from '../job'
import { partFactSchema } from '../parts'
import { KINDS, envelopeSchema, jobFileSchema } from '../records'

const eventSchema = z.discriminatedUnion(
  'kind',
  Object.values(KINDS).map(({ kind, version, body }) =>
    envelopeSchema.extend({ kind: z.literal(kind), v: z.literal(version), body }),
  ) as unknown as [z.ZodObject<{ kind: z.ZodLiteral<string> }>],
)

const asSchema = (title: string, schema: z.ZodType): object => ({
  title,
  ...z.toJSONSchema(schema, { io: 'input', target: 'draft-7', unrepresentable: 'any' }),
})

/** File name in docs/formats → schema. Events are of this version; those of older ones are read as well. */
export const fileSchemas = (): Record<string, object> => ({
  'job-file.schema.json': asSchema(
    'A job as a file',
    jobFileSchema.extend({
      format: z.literal('stop-start-job'),
      vehicle: vehicleSchema,
      events: z.array(eventSchema),
      vehicleFacts: z.array(vehicleFactSchema).default([]),
    }),
  ),
  'vehicle-facts.schema.json': asSchema(
    'A vehicle in the file of a shop',
    z.object({ id: z.string(), facts: z.array(vehicleFactSchema) }),
  ),
  'parts.schema.json': asSchema(
    'The parts in the file of a shop',
    z.object({ facts: z.array(partFactSchema) }),
  ),
})
