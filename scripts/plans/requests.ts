/** What may be asked of `npm run -s plans`, one message a line. */
import { z } from 'zod'
import { WAYS } from '@/core/library'
import { LAYOUT_IDS, STATE_VARIABLES, editSchema, type VehicleState } from '@/core/vehicle'

const layout = z.enum(LAYOUT_IDS)
const variables = STATE_VARIABLES as Record<string, readonly string[]>
const state = z.record(z.string(), z.string()).superRefine((given, issues) => {
  for (const [variable, value] of Object.entries(given)) {
    const values = Object.hasOwn(variables, variable) ? variables[variable] : undefined
    if (!values)
      issues.addIssue({
        code: 'custom',
        message: `no state variable "${variable}"; there are ${Object.keys(variables).join(', ')}`,
      })
    else if (!values.includes(value))
      issues.addIssue({ code: 'custom', message: `"${variable}" is one of ${values.join(', ')}` })
  }
})
const setting = {
  layout,
  ways: z.array(z.enum(WAYS)).optional(),
  start: state.optional(),
  /** Litres by dip: they decide how the fuel stands. */
  litres: z.number().min(0).max(300).optional(),
  specification: z.record(z.string(), z.number()).optional(),
  edits: z.array(editSchema).max(40).optional(),
}

export const LISTS = ['layouts', 'repairs', 'ways', 'tests', 'survey', 'provocations'] as const

export const requestSchema = z.union([
  z.strictObject({ ...setting, repairs: z.array(z.string()).min(1).max(5) }),
  z.strictObject({ list: z.enum(LISTS), layout: layout.optional() }),
  z.strictObject({ ...setting, test: z.string() }),
  z.strictObject({ ...setting, survey: z.string() }),
  z.strictObject({ ...setting, provocation: z.string() }),
])
export type Request = z.infer<typeof requestSchema>
export type Asked = Extract<Request, { layout: string; ways?: unknown }>

export const stateOf = (given: Record<string, string> | undefined): VehicleState =>
  (given ?? {}) as VehicleState
